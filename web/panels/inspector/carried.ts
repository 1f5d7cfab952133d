import { freeId, freeIdentity } from '../../../core/scene/free-identity';
import { holdsPath } from '../../../core/scene/shared-paths';
import type { Carrier, Scene, SceneGrid, SceneImage, SceneMesh, WeightMap } from '../../../core/document/scene';

/** The meshes, images and grids of a scene that some of its things are made from, and the paths that they are on. */
export function usedBy(
  scene: Scene,
  things: unknown,
): { carriers: Carrier[]; meshes: SceneMesh[]; weightMaps: WeightMap[]; images: SceneImage[]; grids: SceneGrid[] } {
  const read = JSON.stringify(things);
  const weightMaps = scene.weightMaps.filter((w) => read.includes(`"weightMap":"${w.id}"`));
  const used = read + JSON.stringify(weightMaps);
  return {
    weightMaps,
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

/** The same of weight maps, on meshes that are called as they are here. One that is nowhere has no name. */
export function withWeightMaps(
  own: readonly WeightMap[],
  others: readonly WeightMap[] = [],
  meshId: (id: string) => string,
): { weightMaps: readonly WeightMap[]; weightMapId: (id: string) => string } {
  const ids = new Map<string, string>();
  let weightMaps = own;
  const made = (map: WeightMap) => JSON.stringify({ ...map, id: '', name: '' });
  for (const other of others) {
    const here = { ...other, mesh: other.mesh === '' ? '' : meshId(other.mesh) };
    const same = weightMaps.find((map) => made(map) === made(here));
    const added = { ...here, ...freeIdentity('w', other.name, weightMaps) };
    ids.set(other.id, (same ?? added).id);
    if (!same) weightMaps = [...weightMaps, added];
  }
  return { weightMaps, weightMapId: (id) => ids.get(id) ?? (own.some((map) => map.id === id) ? id : '') };
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
