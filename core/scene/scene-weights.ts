import type { Assets } from '../document/assets';
import type { Scene, WeightMap } from '../document/scene';
import type { TriangleMesh } from '../lib/meshes/mesh';
import type { PaintedBody } from '../lib/weights/stroke';
import { weightsOn, type WeightsOn } from '../lib/weights/weights-on';
import { meshOfScene } from './scene-meshes';

/** The surface of a weight map; undefined where it is a mesh that is not there. */
export function paintedBody(
  scene: Pick<Scene, 'meshes'>,
  assets: Assets,
  { surface, mesh, width, depth }: WeightMap,
): PaintedBody | undefined {
  if (surface === 'card') return { card: { width, depth } };
  const found = meshOfScene(scene, assets, mesh);
  return found && { mesh: found };
}

/** The weights that were made last under each id: the next stroke goes on from there, also where the scene is a copy. */
const latest = new Map<string, WeightsOn>();
const MOST_KEPT = 16;

/** The weights of each map as it was made last, with the mesh it was made on. */
const made = new WeakMap<WeightMap, { readonly mesh: TriangleMesh | undefined; readonly weights: WeightsOn }>();

/** The weight map of that id, ready to be read; undefined where the scene has none or its mesh is not there. */
export function weightsOfScene(
  scene: Pick<Scene, 'meshes' | 'weightMaps'>,
  assets: Assets,
  id: string,
): WeightsOn | undefined {
  const map = scene.weightMaps.find((one) => one.id === id);
  const body = map && paintedBody(scene, assets, map);
  if (!body) return undefined;
  const mesh = 'mesh' in body ? body.mesh : undefined;
  const known = made.get(map);
  if (known && known.mesh === mesh) return known.weights;
  const weights = weightsOn(body, map, latest.get(id));
  latest.delete(id);
  if (latest.size >= MOST_KEPT) latest.delete(latest.keys().next().value!);
  latest.set(id, weights);
  made.set(map, { mesh, weights });
  return weights;
}
