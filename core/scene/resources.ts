import { meshOfScene } from './scene-meshes';
import type { FieldResources } from '../kinds/contracts/field';
import { gridOf, imageOf, type Assets } from '../document/assets';
import type { Scene } from '../document/scene';

/** What the shapes and fields of a scene are made from. */
export function resourcesOf(scene: Pick<Scene, 'meshes'>, assets: Assets): FieldResources {
  return {
    mesh: (id) => meshOfScene(scene, assets, id),
    image: (hash) => imageOf(assets, hash),
    grid: (hash) => gridOf(assets, hash),
  };
}
