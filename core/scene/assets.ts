import type { LevelImage } from '../images/level-image';
import type { TriangleMesh } from '../meshes/mesh';

/** Something that was decoded once, at import. */
export type Asset = LevelImage | TriangleMesh;

/** The decoded images and meshes of a scene, by content hash. */
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
