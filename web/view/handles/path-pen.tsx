import { useEffect, useRef } from 'react';
import { MOST_LISTED, vectorsIn } from '../../../core/document/check-values';
import { inward, outward, type Similarity } from '../../../core/lib/math/similarity';
import { mapVector, type Vector } from '../../../core/lib/math/vector';
import { changePath } from '../../state/path-edit';
import { endDrawing, usePathDrawing } from '../../state/path-drawing';
import { openedScene } from '../../state/scene-store';
import { typing } from '../../widgets/hotkeys';
import { hundredths, onFacingPlane } from './drag-geometry';
import { onClicks } from '../clicks';
import type { ViewRig } from '../camera/view-rig';

/** Pixels from a click to the first point that closes the path. */
const CLOSES = 10;

/**
 * Draws a path by clicks in the view: each adds a point on the plane through the last one that faces the eye. A click on the
 * first point closes it, Backspace takes the last away, Enter or Escape ends it; a drag still turns the view.
 */
export function PathPen({ rig, id, place }: { rig: ViewRig; id: string; place: Similarity }) {
  const drawing = usePathDrawing((state) => state.id === id);
  const mark = useRef<HTMLDivElement>(null);
  const frame = useRef(place);
  useEffect(() => {
    frame.current = place;
  });
  // It ends where another thing is selected, or the path is drawn no more.
  useEffect(() => endDrawing, []);

  useEffect(() => {
    if (!drawing) return;
    const view = mark.current!.closest<HTMLElement>('[role=application]')!;
    const points = () => vectorsIn(openedScene().carriers.find((c) => c.id === id)?.path['points']);
    const endClicks = onClicks(view, (event) => {
      const { clientX: x, clientY: y } = event;
      const now = points();
      const box = view.getBoundingClientRect();
      const first = now[0] && rig.project(outward(frame.current, now[0]));
      if (first && now.length > 2 && Math.hypot(x - box.left - first.x, y - box.top - first.y) <= CLOSES) {
        changePath(id, (path) => ({ ...path, closed: true }));
        endDrawing();
      } else if (event.target instanceof HTMLCanvasElement && now.length < MOST_LISTED.points) {
        const on = onFacingPlane(rig, x, y, outward(frame.current, now.at(-1) ?? [0, 0, 0]));
        const added: Vector = mapVector(inward(frame.current, on), hundredths);
        changePath(id, (path) => ({ ...path, points: [...now, added] }));
      }
    });
    const key = (event: KeyboardEvent) => {
      if (typing(event)) return;
      if (event.key === 'Enter' || event.key === 'Escape') endDrawing();
      else if (event.key === 'Backspace') changePath(id, (path) => ({ ...path, points: points().slice(0, -1) }));
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
    view.style.cursor = 'crosshair';
    window.addEventListener('keydown', key, true);
    return () => {
      view.style.cursor = '';
      endClicks();
      window.removeEventListener('keydown', key, true);
    };
  }, [drawing, id, rig]);

  return (
    <div ref={mark} className="pointer-events-none absolute inset-x-0 bottom-2 text-center">
      {drawing && (
        <span role="status" className="rounded-sm bg-surround/80 px-2 py-1 text-xs text-text">
          Each click adds a point. The first point closes the path, Backspace takes the last away, Enter ends.
        </span>
      )}
    </div>
  );
}
