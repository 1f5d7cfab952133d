import type { VectorGrid } from '../lib/grids/vector-grid';
import type { LevelImage } from '../lib/images/level-image';
import type { TriangleMesh } from '../lib/meshes/mesh';

/** Something that was decoded once, at import. */
export type Asset = LevelImage | TriangleMesh | VectorGrid;

/** The decoded images, meshes and grids of a scene, by content hash. */
export type Assets = ReadonlyMap<string, Asset>;

/** The image of that hash, or undefined where it is not there. */
export function imageOf(assets: Assets, hash: string): LevelImage | undefined {
  const asset = assets.get(hash);
  return asset && 'levels' in asset ? asset : undefined;
}

/** The mesh of that hash, or undefined where it is not there. */
export function meshOf(assets: Assets, hash: string): TriangleMesh | undefined {
  const asset = assets.get(hash);
  return asset && 'index' in asset ? asset : undefined;
}

/** The grid of that hash, or undefined where it is not there. */
export function gridOf(assets: Assets, hash: string): VectorGrid | undefined {
  const asset = assets.get(hash);
  return asset && 'vectors' in asset ? asset : undefined;
}
