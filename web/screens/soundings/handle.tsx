import type { Vector } from '../../../core/lib/math/vector';
import { followDrag } from '../../widgets/drag';
import { hundredths, onFacingPlane } from '../../view/handles/drag-geometry';
import type { ViewRig } from '../../view/camera/view-rig';

export const plus = (a: Vector, b: Vector, by = 1): Vector => [a[0] + by * b[0], a[1] + by * b[1], a[2] + by * b[2]];

export const rounded = (v: Vector): Vector => [hundredths(v[0]), hundredths(v[1]), hundredths(v[2])];

/** A point in the view that is dragged across it, or moved by the arrow keys. */
export function Handle({
  rig,
  at,
  label,
  onDrag,
  onKey,
}: {
  rig: ViewRig;
  at: Vector;
  label: string;
  onDrag: (to: Vector) => void;
  onKey: (x: number, y: number) => void;
}) {
  const seen = rig.project(at);
  if (!seen) return null;
  return (
    <button
      className="pointer-events-auto absolute grid h-4 w-4 -translate-x-1/2 -translate-y-1/2 touch-none place-content-center"
      style={{ left: seen.x, top: seen.y }}
      aria-label={label}
      title={label}
      onPointerDown={(event) =>
        followDrag(event, ({ clientX, clientY }) => onDrag(onFacingPlane(rig, clientX, clientY, at)))
      }
      onKeyDown={(event) => {
        const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        onKey(by[0]!, by[1]!);
      }}
    >
      <span className="h-2.5 w-2.5 border-2 border-lamp bg-surround" />
    </button>
  );
}
