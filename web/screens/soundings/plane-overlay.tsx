import { useEffect, useReducer } from 'react';
import { cross, normalised, type Vector } from '../../../core/lib/math/vector';
import { pointOf } from '../../../core/measure/plane';
import type { ViewRig } from '../../view/camera/view-rig';
import { Handle, plus, rounded } from './handle';
import { rectangleOf, setSounding, useSoundings, type SlicePlane } from './sounding-store';

const CORNERS = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
] as const;

/** Turn and tilt of a plane that looks along a direction. */
function facing(plane: SlicePlane, normal: Vector): SlicePlane {
  const [x, y, z] = normalised(normal);
  const turn = Math.hypot(x, z) < 1e-6 ? plane.turn : (Math.atan2(x, z) * 180) / Math.PI;
  return {
    ...plane,
    turn: Math.round(turn),
    tilt: Math.round((-Math.asin(Math.min(1, Math.max(-1, y))) * 180) / Math.PI),
  };
}

/** The plane of the slice in the view, with handles that move and turn it. */
export function PlaneOverlay({ rig }: { rig: ViewRig }) {
  const plane = useSoundings((state) => state.plane);
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => rig.drawing.onDrawn(redraw), [rig]);
  const rectangle = rectangleOf(plane);
  const corners = CORNERS.map(([a, b]) => rig.project(pointOf(rectangle, a, b)));
  const normal = normalised(cross(rectangle.across, rectangle.up));
  const tip = plus(plane.middle, normal, plane.half / 2);
  const [from, to] = [rig.project(plane.middle), rig.project(tip)];
  const set = (next: SlicePlane) => setSounding({ plane: next });
  return (
    <div className="pointer-events-none absolute inset-0">
      <svg className="absolute inset-0 h-full w-full" aria-hidden>
        {corners.every((c) => c !== undefined) && (
          <polygon
            points={corners.map((c) => `${c.x},${c.y}`).join(' ')}
            fill="#ece6da14"
            stroke="#f2c84b"
            strokeWidth={1}
          />
        )}
        {from && to && <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="#f2c84b" strokeDasharray="3 3" />}
      </svg>
      <Handle
        rig={rig}
        at={plane.middle}
        label="Move the plane: drag, arrow keys"
        onDrag={(at) => set({ ...plane, middle: rounded(at) })}
        onKey={(x, y) =>
          set({
            ...plane,
            middle: rounded(plus(plus(plane.middle, rectangle.across, 0.05 * x), rectangle.up, 0.05 * y)),
          })
        }
      />
      <Handle
        rig={rig}
        at={tip}
        label="Turn the plane: drag, arrow keys"
        onDrag={(at) => set(facing(plane, plus(at, plane.middle, -1)))}
        onKey={(x, y) => set({ ...plane, turn: plane.turn + 5 * x, tilt: plane.tilt - 5 * y })}
      />
    </div>
  );
}
