import { freeId } from '../../../core/scene/starters';
import type { Scene, SceneGrid, SceneImage, SceneMesh } from '../../../core/document/scene';

/** The meshes, images and grids of a scene that some of its things are made from. */
export function usedBy(
  scene: Scene,
  things: unknown,
): { meshes: SceneMesh[]; images: SceneImage[]; grids: SceneGrid[] } {
  const used = JSON.stringify(things);
  return {
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

/** Images or grids of a scene with others that come along, the same ones once. */
export function withFiles<T extends { readonly hash: string }>(own: readonly T[], others: readonly T[]): readonly T[] {
  return [...own, ...others.filter((i) => !own.some((known) => known.hash === i.hash))];
}
