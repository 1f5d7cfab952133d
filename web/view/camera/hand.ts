/** When a hand last pressed something that answers on the page. */
let pressed = -Infinity;

const note = ({ target, timeStamp }: Event) => {
  // In the view itself the picture is the answer.
  if (!(target instanceof HTMLCanvasElement)) pressed = timeStamp;
};
if (typeof window !== 'undefined')
  for (const type of ['pointerdown', 'pointerup', 'keydown']) window.addEventListener(type, note, { capture: true });

/** Milliseconds since a hand last pressed a button, or a key, outside the view. */
export const sinceHand = (now: number): number => now - pressed;
