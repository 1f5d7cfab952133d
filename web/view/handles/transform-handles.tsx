import { useState } from 'react';
import { type Vector, mapVector } from '../../../core/lib/math/vector';
import { rotate } from '../../../core/lib/math/rotation';
import { placeAt, type Placed } from '../../../core/document/keys/motion';
import { motionIn } from '../../simulation/motions';
import { inward } from '../../../core/lib/math/similarity';
import { outerFrame, setTransform, type TransformOwner } from '../../simulation/transform-edit';
import { followDrag } from '../../widgets/drag';
import { useSceneFrame } from '../../state/scene-clock';
import { useRunningScene } from '../../state/running-scene';
import { alongAxis, hundredths, onFacingPlane } from './drag-geometry';
import type { ViewRig } from '../camera/view-rig';

const AXES = ['X', 'Y', 'Z'] as const;
const UNIT: readonly Vector[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];
/** Arms of the handles as a share of the distance to the eye. */
const ARM = 0.09;
const DEGREES_A_PIXEL = 0.5;

/** Where the arms of the handles end on the view, and where they begin; those behind the eye are left out. */
export function knobsOf(rig: ViewRig, position: Vector): { x: number; y: number }[] {
  const arm = ARM * Math.hypot(...position.map((n, i) => n - rig.eye.getComponent(i)));
  const ends = UNIT.map((along) => rig.project(mapVector(position, (n, i) => n + arm * along[i]!)));
  return [rig.project(position), ...ends].flatMap((end) => end ?? []);
}

/** Handles to place the selected thing (the middle freely, an arm along its axis) and to turn it about its axes. */
export function TransformHandles({
  rig,
  placed,
  name,
  owner,
}: {
  rig: ViewRig;
  placed: Placed;
  name: string;
  owner: TransformOwner;
}) {
  const scene = useRunningScene();
  const frame = useSceneFrame();
  const [turning, setTurning] = useState(false);
  const world = motionIn(scene, placed).at(frame);
  const outer = outerFrame(scene, placed, frame);
  const { rotation } = placeAt(placed, frame);
  const { position } = world;
  const middle = rig.project(position);
  if (!middle) return null;
  const move = (to: Vector) => setTransform(owner, 'position', mapVector(inward(outer, to), hundredths));
  const turn = (axis: number, to: number) =>
    setTransform(
      owner,
      'rotation',
      mapVector(rotation, (old, i) => (i === axis ? ((((Math.round(to) + 180) % 360) + 360) % 360) - 180 : old)),
    );
  const arm = ARM * Math.hypot(...position.map((n, i) => n - rig.eye.getComponent(i)));

  const dragFree = (event: React.PointerEvent) => {
    const from = onFacingPlane(rig, event.clientX, event.clientY, position);
    followDrag(
      event,
      ({ clientX, clientY }) => {
        const to = onFacingPlane(rig, clientX, clientY, position);
        move(mapVector(position, (n, i) => n + to[i]! - from[i]!));
      },
      (moved) => moved || setTurning(!turning),
    );
  };
  const dragAxis = (axis: number) => (event: React.PointerEvent) => {
    const from = alongAxis(rig, event.clientX, event.clientY, position, UNIT[axis]!);
    followDrag(event, ({ clientX, clientY, dx, dy, fine }) => {
      if (turning) turn(axis, rotation[axis]! + (dx - dy) * DEGREES_A_PIXEL * (fine ? 0.2 : 1));
      else {
        const by = alongAxis(rig, clientX, clientY, position, UNIT[axis]!) - from;
        move(mapVector(position, (n, i) => n + by * UNIT[axis]![i]!));
      }
    });
  };
  const onKey = (axis: number) => (event: React.KeyboardEvent) => {
    const sign = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
    if (sign === undefined) return;
    event.preventDefault();
    if (turning) turn(axis, rotation[axis]! + sign * (event.shiftKey ? 1 : 15));
    else move(mapVector(position, (n, i) => n + sign * UNIT[axis]![i]! * (event.shiftKey ? 0.01 : 0.1)));
  };

  return (
    <>
      {AXES.map((letter, axis) => {
        const along = turning ? rotate(world.rotation, UNIT[axis]!) : UNIT[axis]!;
        const end = rig.project(mapVector(position, (n, i) => n + arm * along[i]!));
        if (!end) return null;
        const length = Math.hypot(end.x - middle.x, end.y - middle.y);
        const angle = Math.atan2(end.y - middle.y, end.x - middle.x);
        return (
          <span key={letter}>
            <span
              className={`absolute h-px origin-left bg-text/70 ${turning ? 'border-t border-dashed border-text bg-transparent' : ''}`}
              style={{ left: middle.x, top: middle.y, width: length, transform: `rotate(${angle}rad)` }}
            />
            <button
              className={`num pointer-events-auto absolute grid h-5 w-5 -translate-x-1/2 -translate-y-1/2 touch-none place-content-center border border-text/70 bg-surround text-text hover:border-lamp hover:text-lamp ${turning ? 'rounded-full' : ''}`}
              style={{ left: end.x, top: end.y }}
              aria-label={turning ? `Turn ${name} about ${letter}` : `Move ${name} along ${letter}`}
              onPointerDown={dragAxis(axis)}
              onKeyDown={onKey(axis)}
            >
              {letter}
            </button>
          </span>
        );
      })}
      <button
        className="pointer-events-auto absolute h-4 w-4 -translate-x-1/2 -translate-y-1/2 rotate-45 touch-none border-2 border-lamp bg-surround/70"
        style={{ left: middle.x, top: middle.y }}
        title={turning ? 'Drag to move freely; click to move along axes' : 'Drag to move freely; click to rotate'}
        aria-label={`${name}: drag to move; click to ${turning ? 'move along axes' : 'rotate'}`}
        onPointerDown={dragFree}
        onKeyDown={(event) =>
          (event.key === 'Enter' || event.key === ' ') && (event.preventDefault(), setTurning(!turning))
        }
      />
    </>
  );
}
