import type { Key } from '../../../core/document/keys/keys';
import { type Vector, mapVector } from '../../../core/lib/math/vector';
import type { Placed } from '../../../core/document/keys/motion';
import { inward } from '../../../core/lib/math/similarity';
import { clockIn } from '../../../core/scene/scene-clock';
import { outerFrame, refOf, type TransformOwner } from '../../simulation/transform-edit';
import { followDrag } from '../../widgets/drag';
import { motionIn } from '../../simulation/motions';
import { useSceneFrame } from '../../state/scene-clock';
import { useStage } from '../../simulation/stage';
import { setKeysOf } from '../../state/movement';
import { useRunningScene } from '../../state/running-scene';
import { hundredths, onFacingPlane } from './drag-geometry';
import type { ViewRig } from '../camera/view-rig';
import { isVector } from '../../../core/document/check-values';

const PATH = 'transform.position';

/**
 * The keys of the position of the selected thing on its motion path: dragged where they are, pressed to go to their
 * frame, taken away.
 */
export function MotionHandles({
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
  const { transport } = useStage();
  const now = Math.round(useSceneFrame());
  const keys = (placed.keys[PATH] ?? []).filter((key): key is Key<Vector> => isVector(key.value));
  const motion = motionIn(scene, placed);
  const put = (index: number, value: Vector) =>
    setKeysOf(
      refOf(owner),
      PATH,
      keys.map((key, i) => (i === index ? { ...key, value } : key)),
    );
  return keys.map((key, i) => {
    const at = motion.at(key.frame).position;
    const shown = rig.project(at);
    // At the playhead the thing itself is in hand.
    if (!shown || key.frame === now) return null;
    const drag = (event: React.PointerEvent) => {
      const outer = outerFrame(scene, placed, key.frame);
      followDrag(
        event,
        ({ clientX, clientY }) =>
          put(i, mapVector(inward(outer, onFacingPlane(rig, clientX, clientY, at)), hundredths)),
        (moved) => moved || transport.seek(clockIn(scene).back(key.frame)),
      );
    };
    const onKey = (event: React.KeyboardEvent) => {
      const step = event.shiftKey ? 0.01 : 0.1;
      const by = (
        {
          ArrowLeft: [-step, 0, 0],
          ArrowRight: [step, 0, 0],
          ArrowUp: [0, step, 0],
          ArrowDown: [0, -step, 0],
        } as Record<string, Vector>
      )[event.key];
      if (by)
        put(
          i,
          mapVector(key.value, (n, k) => hundredths(n + by[k]!)),
        );
      else if (event.key === 'Delete' || event.key === 'Backspace')
        setKeysOf(
          refOf(owner),
          PATH,
          keys.filter((_, k) => k !== i),
        );
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
    return (
      <button
        key={i}
        className="group pointer-events-auto absolute grid h-4 w-4 -translate-x-1/2 -translate-y-1/2 touch-none place-content-center"
        style={{ left: shown.x, top: shown.y }}
        aria-label={`${name} at frame ${key.frame}: drag, arrow keys, Delete`}
        title={`Frame ${key.frame}: drag to move it, click to go there, Delete to remove the keyframe`}
        onPointerDown={drag}
        onKeyDown={onKey}
      >
        <span className="h-2 w-2 rounded-full border border-lamp bg-surround group-hover:bg-lamp" />
      </button>
    );
  });
}
