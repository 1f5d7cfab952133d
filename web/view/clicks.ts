/** Pixels that a press may wander and still be a click. */
const STILL = 3;

/** Calls back with every click of the first button in an element, seen before anything in it; a drag is none. Returns the end. */
export function onClicks(element: HTMLElement, clicked: (event: PointerEvent) => void): () => void {
  let pressed: { readonly x: number; readonly y: number } | undefined;
  const press = ({ button, clientX, clientY }: PointerEvent) =>
    (pressed = button === 0 ? { x: clientX, y: clientY } : undefined);
  const release = (event: PointerEvent) => {
    const still = pressed && Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) <= STILL;
    pressed = undefined;
    if (still) clicked(event);
  };
  element.addEventListener('pointerdown', press, true);
  element.addEventListener('pointerup', release, true);
  return () => {
    element.removeEventListener('pointerdown', press, true);
    element.removeEventListener('pointerup', release, true);
  };
}
