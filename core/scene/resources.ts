import { meshOfScene } from '../meshes/scene-meshes';
import type { Resources } from '../shapes/shape';
import { imageOf, type Assets } from './assets';
import type { Scene } from './document';

/** What the shapes of a scene are made from. */
export function resourcesOf(scene: Pick<Scene, 'meshes'>, assets: Assets): Resources {
  return { mesh: (id) => meshOfScene(scene, assets, id), image: (hash) => imageOf(assets, hash) };
}
