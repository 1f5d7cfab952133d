import { mapVector } from '../../../core/lib/math/vector';
import { followDrag } from '../../widgets/drag';
import type { ViewRig } from '../camera/view-rig';
import { useDirections } from '../directions-store';
import { alongAxis } from './drag-geometry';

const limited = (offset: number) => Math.min(1, Math.max(-1, Math.round(offset * 1000) / 1000));

/** The plane of the arrows or streamlines in the view: its outline, and a knob that moves it through its box. */
export function DirectionPlane({ rig }: { rig: ViewRig }) {
  const { shows, offset } = useDirections();
  const plane = rig.drawing.directions.plane;
  if (!plane || (shows !== 'plane' && shows !== 'lines')) return null;
  const { corners, middle, axis, half } = plane;
  const outline = corners.map((corner) => rig.project(corner));
  const knob = rig.project(middle);
  const normal = mapVector(middle, (_, i) => (i === axis ? 1 : 0));
  const move = (to: number) => useDirections.setState({ offset: limited(to) });
  return (
    <>
      <svg className="pointer-events-none absolute inset-0 h-full w-full text-second" aria-hidden>
        {outline.every((corner) => corner !== undefined) && (
          <polygon
            points={outline.map(({ x, y }) => `${x},${y}`).join(' ')}
            fill="none"
            stroke="currentColor"
            strokeDasharray="2 4"
          />
        )}
      </svg>
      {knob && half > 0 && (
        <button
          className="pointer-events-auto absolute grid h-5 w-5 -translate-x-1/2 -translate-y-1/2 touch-none place-content-center"
          style={{ left: knob.x, top: knob.y }}
          aria-label={`Plane of the directions at ${Math.round(100 * offset)} %: drag or arrow keys move it`}
          title="Drag to move the plane through the field"
          onPointerDown={(event) => {
            const begin = alongAxis(rig, event.clientX, event.clientY, middle, normal);
            followDrag(event, ({ clientX, clientY }) =>
              move(offset + (alongAxis(rig, clientX, clientY, middle, normal) - begin) / half),
            );
          }}
          onKeyDown={(event) => {
            const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
            if (by === undefined) return;
            event.preventDefault();
            event.stopPropagation();
            move(offset + 0.05 * by);
          }}
        >
          <span className="h-3 w-3 border-2 border-second bg-surround" />
        </button>
      )}
    </>
  );
}
