import { freeId, freeIdentity } from '../../../core/scene/free-identity';
import { holdsPath } from '../../../core/scene/shared-paths';
import type { Carrier, Scene, SceneGrid, SceneImage, SceneMesh } from '../../../core/document/scene';

/** The meshes, images and grids of a scene that some of its things are made from, and the paths that they are on. */
export function usedBy(
  scene: Scene,
  things: unknown,
): { carriers: Carrier[]; meshes: SceneMesh[]; images: SceneImage[]; grids: SceneGrid[] } {
  const used = JSON.stringify(things);
  return {
    carriers: scene.carriers.filter((c) => holdsPath(c) && used.includes(`"sharedPath":"${c.id}"`)),
    meshes: scene.meshes.filter((m) => used.includes(`"${m.id}"`)),
    images: scene.images.filter((i) => used.includes(i.hash)),
    grids: scene.grids.filter((g) => used.includes(g.hash)),
  };
}

/** Meshes of a scene with others that come along, the same ones once; what the others are called then. */
export function withMeshes(
  own: readonly SceneMesh[],
  others: readonly SceneMesh[],
): { meshes: readonly SceneMesh[]; idOf: (id: string) => string } {
  const ids = new Map<string, string>();
  let meshes = own;
  for (const mesh of others) {
    const same = meshes.find((m) => JSON.stringify(m.source) === JSON.stringify(mesh.source));
    const taken = meshes.map((m) => m.id);
    const id = same?.id ?? freeId('m', taken);
    ids.set(mesh.id, id);
    if (!same) meshes = [...meshes, { ...mesh, id }];
  }
  return { meshes, idOf: (id) => ids.get(id) ?? '' };
}

/**
 * The carriers of a scene with paths that come along, the same ones once; what those are called then. A carrier that was
 * there keeps its name; one that is nowhere has none.
 */
export function withPaths(
  own: readonly Carrier[],
  others: readonly Carrier[] = [],
): { carriers: readonly Carrier[]; carrierId: (id: string) => string } {
  const ids = new Map<string, string>();
  let carriers = own;
  const made = (c: Carrier) => JSON.stringify([c.path, c.transform, c.keys]);
  for (const path of others) {
    const same = own.find((c) => made(c) === made(path));
    const carrier = own.some((c) => c.id === path.transform.carrier) ? path.transform.carrier : '';
    const added = { ...path, ...freeIdentity('p', path.name, carriers), transform: { ...path.transform, carrier } };
    ids.set(path.id, (same ?? added).id);
    if (!same) carriers = [...carriers, added];
  }
  return { carriers, carrierId: (id) => ids.get(id) ?? (own.some((c) => c.id === id) ? id : '') };
}

/** Images or grids of a scene with others that come along, the same ones once. */
export function withFiles<T extends { readonly hash: string }>(own: readonly T[], others: readonly T[]): readonly T[] {
  return [...own, ...others.filter((i) => !own.some((known) => known.hash === i.hash))];
}
