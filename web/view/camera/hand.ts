/** When a hand last pressed something that answers on the page. */
let pressed = -Infinity;

const note = (event: Event) => {
  const { target, timeStamp } = event;
  // A key that is held down must not keep pictures waiting for as long.
  if (event instanceof KeyboardEvent && event.repeat) return;
  // In the view itself the picture is the answer.
  if (!(target instanceof Element && target.closest('[role=application]'))) pressed = timeStamp;
};
if (typeof window !== 'undefined')
  for (const type of ['pointerdown', 'pointerup', 'keydown']) window.addEventListener(type, note, { capture: true });

/** Milliseconds since a hand last pressed a button, or a key, outside the view. */
export const sinceHand = (now: number): number => now - pressed;
