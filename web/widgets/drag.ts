import { beginGesture, endGesture } from '../state/scene-store';

/** How far the pointer has moved since it went down, CSS pixels. */
export interface Drag {
  readonly dx: number;
  readonly dy: number;
  readonly clientX: number;
  readonly clientY: number;
  /** The modifier for fine steps (Shift) is held. */
  readonly fine: boolean;
}

/** Follows a pointer from its press to its release, as one gesture and one step of undo. Escape does not end it. */
export function followDrag(
  event: React.PointerEvent,
  move: (drag: Drag) => void,
  done?: (moved: boolean) => void,
): void {
  if (event.button !== 0) return;
  event.stopPropagation();
  const target = event.currentTarget;
  const { pointerId, clientX: startX, clientY: startY } = event;
  let moved = false;
  const onMove = (e: PointerEvent) => {
    if (e.pointerId !== pointerId) return;
    if (!moved && Math.hypot(e.clientX - startX, e.clientY - startY) < 2) return;
    if (!moved) beginGesture();
    moved = true;
    move({ dx: e.clientX - startX, dy: e.clientY - startY, clientX: e.clientX, clientY: e.clientY, fine: e.shiftKey });
  };
  const end = (e: PointerEvent) => {
    if (e.pointerId !== pointerId) return;
    window.removeEventListener('pointermove', onMove);
    window.removeEventListener('pointerup', end);
    window.removeEventListener('pointercancel', end);
    if (moved) endGesture();
    done?.(moved);
  };
  target.setPointerCapture(pointerId);
  window.addEventListener('pointermove', onMove);
  window.addEventListener('pointerup', end);
  window.addEventListener('pointercancel', end);
}
