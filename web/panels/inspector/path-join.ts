import { MOST_LISTED, vectorsIn } from '../../../core/document/check-values';
import type { Carrier, Scene } from '../../../core/document/scene';
import { inward, outward } from '../../../core/lib/math/similarity';
import type { Vector } from '../../../core/lib/math/vector';
import { joinedEnds, toMillimetre } from '../../../core/lib/paths/edit';
import { withReferences } from '../../../core/scene/detach';
import { pathsUnder } from '../../../core/scene/shared-paths';
import { motionIn } from '../../simulation/motions';
import { mount } from '../../simulation/transform-edit';
import { sceneFrame } from '../../state/scene-clock';
import { beginGesture, changeScene, endGesture, LISTS, openedScene } from '../../state/scene-store';
import { riders } from './carrier-edit';

const pathIn = ({ carriers }: Scene, id: string): Carrier => carriers.find((c) => c.id === id)!;

/** The points of one path joined with those of another, both as they are at the playhead, in the frame of the first. */
export function joinedPoints(scene: Scene, id: string, other: string): Vector[] {
  const [onto, from] = [pathIn(scene, id), pathIn(scene, other)];
  const [here, there] = [motionIn(scene, onto).at(sceneFrame()), motionIn(scene, from).at(sceneFrame())];
  const added = vectorsIn(from.path['points']).map((point) => inward(here, outward(there, point)));
  return joinedEnds(vectorsIn(onto.path['points']), toMillimetre(added));
}

/** Whether two paths joined have no more points than a path may have. */
export const canJoin = (onto: Carrier, from: Carrier): boolean =>
  vectorsIn(onto.path['points']).length + vectorsIn(from.path['points']).length <= MOST_LISTED.points;

/**
 * Joins another drawn path to one: it takes over the points of the other and all that is on it, and the other goes. What was
 * only attached to the other stays where it is. One step of undo.
 */
export function joinPath(id: string, other: string): void {
  const points = joinedPoints(openedScene(), id, other);
  beginGesture();
  for (const { type, thing } of riders(openedScene(), other))
    if (!pathsUnder(thing, LISTS[type]).includes(other)) mount({ type, id: thing.id }, id);
  changeScene((scene) => {
    const rest = withReferences(scene, 'carrier', other, id);
    return {
      ...rest,
      carriers: rest.carriers
        .filter((c) => c.id !== other)
        .map((c) => (c.id === id ? { ...c, path: { ...c.path, points } } : c)),
    };
  });
  endGesture();
}
