import { strToU8, zipSync } from 'fflate';
import { type Written, checkScene, completeScene } from '../core/scene/read';
import type { Asset } from '../core/document/assets';
import type { Scene, SceneGrid, SceneImage } from '../core/document/scene';
import { migrated } from '../core/document/migrations';
import { parseBounded } from './bounded-json';
import { decodedAsset, entriesOf, entryName, filesIn, FILE_LIMITS, isZip, type KeptFile } from './package';
import { fileFault, SceneFaults } from './scene-faults';

/**
 * A scene and the files it keeps by content hash: the PNGs of its images, the GLBs of its meshes, the VTIs of its
 * grids.
 */
export interface ScenePackage {
  readonly scene: Scene;
  readonly files: ReadonlyMap<string, Uint8Array>;
}

const named = (sort: 'image' | 'grid', list: readonly { readonly hash: string; readonly name: string }[]) =>
  list.map(({ hash, name }): KeptFile => ({ hash, name, sort }));

/** Files of a sort with those of their series, each once. */
function withSeries(sort: 'image' | 'grid', list: readonly (SceneImage | SceneGrid)[]): KeptFile[] {
  const all = list.flatMap(({ hash, name, series }) => [
    { hash, name, sort },
    ...series.map((next, n): KeptFile => ({ hash: next, name: `${name}, file ${n + 2}`, sort })),
  ]);
  const known = new Set<string>();
  return all.filter(({ hash }) => !known.has(hash) && known.add(hash));
}

/** Every file that a scene keeps. */
export function keptFiles(scene: Scene): KeptFile[] {
  const assets = assetFiles(scene);
  const others = new Set(assets.map(({ hash }) => hash));
  return [
    ...assets,
    ...named('image', scene.imageSequence).filter(({ hash }) => !others.has(hash) && others.add(hash)),
  ];
}

/** The files that what is simulated is made from. */
export function assetFiles(scene: Scene): KeptFile[] {
  const meshes = scene.meshes.flatMap(({ name, source }): KeptFile[] =>
    source.kind === 'file' && source['hash'] !== '' ? [{ hash: source['hash'] as string, name, sort: 'mesh' }] : [],
  );
  return [...withSeries('image', scene.images), ...meshes, ...withSeries('grid', scene.grids)];
}

/** A checked and completed scene from a parsed document of any version. Throws {@link SceneFaults} with every fault. */
export function sceneFrom(document: unknown): Scene {
  const present = migrated(document);
  const faults = checkScene(present);
  if (faults.length > 0) throw new SceneFaults(faults);
  return completeScene(present as Written);
}

/**
 * Reads a scene file: a package (zip of `scene.json`, `images/<hash>.png`, `meshes/<hash>.glb` and `grids/<hash>.vti`)
 * or a bare JSON document. Throws {@link SceneFaults}; nothing is half read.
 */
export async function readSceneFile(bytes: Uint8Array): Promise<ScenePackage> {
  if (bytes.length === 0)
    throw fileFault(
      'empty',
      'The file is empty; a scene file is a .bathyclast package or a JSON document.',
      'a scene file',
    );
  if (bytes.length > FILE_LIMITS.bytes)
    throw fileFault(
      'size',
      `The file has ${bytes.length} bytes. The limit is ${FILE_LIMITS.bytes}.`,
      `up to ${FILE_LIMITS.bytes} bytes`,
    );
  const entries = isZip(bytes) ? entriesOf(bytes, 'scene.json') : { 'scene.json': bytes };
  const json = entries['scene.json'];
  if (!json) throw fileFault('missing', 'The package holds no scene.json.', 'a package with scene.json');
  if (json.length > FILE_LIMITS.json)
    throw fileFault(
      'size',
      `scene.json has ${json.length} bytes. The limit is ${FILE_LIMITS.json}.`,
      `up to ${FILE_LIMITS.json} bytes`,
    );
  const scene = sceneFrom(parseBounded(json, isZip(bytes) ? 'scene.json' : 'The file'));
  const assets = new Set(assetFiles(scene).map(({ hash }) => hash));
  // Images that are only shown are decoded when they are.
  const files = await filesIn(entries, keptFiles(scene), ({ hash }) => assets.has(hash));
  return { scene, files };
}

/** One file with a scene and what it keeps. The same scene gives the same bytes. */
export function writeSceneFile({ scene, files }: ScenePackage): Uint8Array {
  const entries: Record<string, Uint8Array> = { 'scene.json': strToU8(sceneText(scene)) };
  for (const file of keptFiles(scene)) {
    const bytes = files.get(file.hash);
    if (bytes) entries[entryName(file)] = bytes;
  }
  const unpacked = Object.values(entries).reduce((sum, { length }) => sum + length, 0);
  if (unpacked > FILE_LIMITS.bytes)
    throw fileFault(
      'size',
      `The scene with its images, meshes and grids has ${unpacked} bytes; a scene file has up to ${FILE_LIMITS.bytes}.`,
      `up to ${FILE_LIMITS.bytes} bytes`,
    );
  return zipSync(entries, { mtime: new Date(2000, 0, 1), level: 6 });
}

/** A scene as JSON text to be read by people. */
export function sceneText(scene: Scene): string {
  return `${JSON.stringify(scene, null, 2)}\n`;
}

/** The decoded files of a package, for the simulation. */
export function decodedAssets(scene: Scene, files: ReadonlyMap<string, Uint8Array>): Map<string, Asset> {
  const decoded = new Map<string, Asset>();
  for (const { hash, name, sort } of assetFiles(scene)) {
    const bytes = files.get(hash);
    if (bytes) decoded.set(hash, decodedAsset(sort, bytes, name));
  }
  return decoded;
}
