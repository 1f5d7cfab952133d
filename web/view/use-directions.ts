import { useEffect } from 'react';
import type { Field, Scene } from '../../core/document/scene';
import { falloffShapes } from '../../core/kinds/falloff-shapes';
import { radiiOf } from '../../core/kinds/falloff-shapes/falloff-shape';
import { mapVector, type Vector } from '../../core/lib/math/vector';
import { outward } from '../../core/lib/math/similarity';
import { boxOfGroup } from '../../core/measure/fit';
import type { Box } from '../../core/measure/arrows';
import type { Subject } from '../../core/measure/subject';
import { clockIn } from '../../core/scene/scene-clock';
import { particleBox } from '../simulation/fit-edit';
import { drawnMotion, usePrecomputedPaths } from '../simulation/motions';
import { useAssets } from '../simulation/scene-assets';
import { usePlayer } from '../state/player-store';
import { useRunningScene } from '../state/running-scene';
import { useSelection, type Selection } from '../state/selection-store';
import { shownNumber } from '../widgets/sum';
import type { ViewRig } from './camera/view-rig';
import { falloffIn } from '../../core/scene/shared-paths';
import { useDirections } from './directions-store';

/** Half the side of the box that is filled where nothing says how large it is, metres. */
const HALF = 3;

const boxAbout = (middle: Vector, half: Vector): Box => ({
  low: mapVector(middle, (n, i) => n - half[i]!),
  high: mapVector(middle, (n, i) => n + half[i]!),
});

/** The box round the outer radius of a falloff, in the world; undefined where it has none. */
function falloffBox(scene: Scene, field: Field, frame: number): Box | undefined {
  const kind = falloffShapes.get(field.falloff.kind);
  if (!kind.bounded) return undefined;
  const place = drawnMotion(scene, field).at(frame);
  const falloff = falloffIn(scene, field);
  const points = kind
    .outline(falloff, radiiOf(falloff).outer)
    .flat()
    .map((point) => outward(place, point));
  const [first] = points;
  if (!first) return undefined;
  const round = (of: (...n: number[]) => number) =>
    points.reduce<Vector>((corner, point) => mapVector(corner, (n, i) => of(n, point[i]!)), first);
  return { low: round(Math.min), high: round(Math.max) };
}

/** The box that is filled: that of the subject’s falloff, otherwise that of the particles it acts on. */
function boxOf(scene: Scene, subject: Subject, frame: number): Box {
  const field = subject.of === 'field' ? scene.fields.find(({ id }) => id === subject.id) : undefined;
  const own = field && falloffBox(scene, field, frame);
  if (own) return own;
  const members = subject.of === 'group' ? boxOfGroup(scene, subject.id, undefined) : undefined;
  if (members)
    return boxAbout(
      members.centre,
      mapVector(members.sides, (side) => side / 2),
    );
  const particles = particleBox(field);
  return particles ? boxAbout(particles.centre, particles.half) : boxAbout(scene.camera.target, [HALF, HALF, HALF]);
}

/** The selected field or group; without one, everything that acts on the first emitter. */
function subjectOf(scene: Scene, selection: Selection): { readonly subject: Subject; readonly name: string } {
  const { type } = selection;
  const list = type === 'field' ? scene.fields : type === 'group' ? scene.groups : [];
  const thing = 'id' in selection ? list.find(({ id }) => id === selection.id) : undefined;
  return thing && (type === 'field' || type === 'group')
    ? { subject: { of: type, id: thing.id }, name: thing.name }
    : { subject: { of: 'stack' }, name: 'all fields' };
}

/** Keeps arrows or streamlines in the view in step with the scene, the selection and the frame. */
export function useDirectionsIn(rig: ViewRig | undefined): void {
  const { shows, offset } = useDirections();
  const scene = useRunningScene();
  const { selection } = useSelection();
  const { assets } = useAssets();
  const runs = usePrecomputedPaths((paths) => paths.runs);
  const isOn = shows !== 'none';
  // Streamlines take longer than a frame: those of the frame where it is paused.
  const frame = usePlayer((player) =>
    isOn && !(shows === 'lines' && player.playing) ? (player.shown ?? player.frame) : undefined,
  );
  useEffect(() => {
    if (!rig || (isOn && frame === undefined)) return;
    if (!isOn || frame === undefined) {
      rig.drawing.directions.update(undefined, undefined);
      useDirections.setState({ said: '' });
    } else {
      const at = clockIn(scene).at(frame);
      const { subject, name } = subjectOf(scene, selection);
      rig.drawing.directions.update(
        { scene, assets, frame: at },
        { subject, shows, box: boxOf(scene, subject, at), offset },
      );
      const { longest, unit } = rig.drawing.directions;
      const size = longest === undefined ? '' : `, longest ${shownNumber(Number(longest.toPrecision(2)))} ${unit}`;
      useDirections.setState({ said: `${shows === 'lines' ? 'streamlines' : 'arrows'}: ${name}${size}` });
    }
    rig.request();
    // oxlint-disable-next-line react/exhaustive-effect-dependencies -- precomputed paths are read from a store while they are drawn
  }, [rig, isOn, shows, offset, scene, selection, assets, frame, runs]);
}
