import type { Rename } from '../document/forms';
import { withoutGroupAround } from '../document/groups';
import type { ReferenceTo } from '../document/parameters';
import type { Scene } from '../document/scene';
import { sceneForm } from './forms/scene';
import { REFERRED_LISTS } from './references';

/** Takes away every reference to those things. */
const emptied =
  (to: ReferenceTo, ids: readonly string[]): Rename =>
  (sort, id) =>
    sort === to && ids.includes(id) ? '' : id;

/**
 * A scene in which nothing refers any more to those things, in either state of the desk; the things themselves stay.
 */
export function withoutReferences(scene: Scene, to: ReferenceTo, ids: readonly string[]): Scene {
  return sceneForm.renamed(scene, emptied(to, ids));
}

/** A scene in which everything that referred to one thing refers to another. */
export const withReferences = (scene: Scene, to: ReferenceTo, from: string, other: string): Scene =>
  sceneForm.renamed(scene, (sort, id) => (sort === to && id === from ? other : id));

/** Sorts of things that a part can be left with a reference to after they were deleted. */
const LASTING: readonly ReferenceTo[] = ['emitter', 'carrier', 'mesh', 'zone', 'weightMap'];

/** A scene without references to things that it does not have, as parts bring them that were put away and come back. */
export function withoutDangling(scene: Scene): Scene {
  const isThere = (to: ReferenceTo, id: string) => scene[REFERRED_LISTS[to]].some((thing) => thing.id === id);
  return sceneForm.renamed(scene, (to, id) => (LASTING.includes(to) && !isThere(to, id) ? '' : id));
}

/** A scene without those emitters, and without anything that is sent to them, born from them, or aims at them. */
export function withoutEmitters(scene: Scene, ids: readonly string[]): Scene {
  const rest = withoutReferences(scene, 'emitter', ids);
  return { ...rest, emitters: rest.emitters.filter((e) => !ids.includes(e.id)) };
}

/** A scene without a mesh, and with nothing that is made from it or measured from it. */
export function withoutMesh(scene: Scene, id: string): Scene {
  const rest = withoutReferences(scene, 'mesh', [id]);
  return { ...rest, meshes: rest.meshes.filter((m) => m.id !== id) };
}

/** A scene without a weight map, and with nothing that reads it. */
export function withoutWeightMap(scene: Scene, id: string): Scene {
  const rest = withoutReferences(scene, 'weightMap', [id]);
  return { ...rest, weightMaps: rest.weightMaps.filter((m) => m.id !== id) };
}

/** Takes a group away and leaves its members where it stood. What read it, or was filled from it, lets go of it. */
export function dissolve(scene: Scene, id: string): Scene {
  const rest = withoutGroupAround(scene, id);
  if (rest === scene) return scene;
  // The kept desk has groups of its own.
  return { ...withoutReferences(rest, 'group', [id]), keptDesk: scene.keptDesk };
}
