import type { FieldResources } from '../kinds/contracts/field';

/** A scene without meshes, weight maps, images and grids, for shapes and fields that need none. */
export const NO_RESOURCES: FieldResources = {
  mesh: () => undefined,
  weights: () => undefined,
  image: () => undefined,
  grid: () => undefined,
};
