import { strToU8, unzipSync, zipSync } from 'fflate';
import { type Written, checkScene, completeScene } from '../core/scene/read';
import type { Asset } from '../core/document/assets';
import type { Scene, SceneGrid, SceneImage } from '../core/document/scene';
import { migrated } from '../core/document/migrations';
import { parseBounded } from './bounded-json';
import { contentHash, levelsOfPng } from './image';
import { readMesh } from './mesh-file';
import { fileFault, SceneFaults } from './scene-faults';
import { readVti } from './vti';

/** What a scene file may be at most, before it is unpacked. */
export const FILE_LIMITS = {
  bytes: 512 * 1024 * 1024,
  entries: 10_000,
  unpacked: 768 * 1024 * 1024,
  json: 8 * 1024 * 1024,
} as const;

/**
 * A scene and the files it keeps by content hash: the PNGs of its images, the GLBs of its meshes, the VTIs of its
 * grids.
 */
export interface ScenePackage {
  readonly scene: Scene;
  readonly files: ReadonlyMap<string, Uint8Array>;
}

/** A file that a scene keeps under its content hash. */
export interface KeptFile {
  readonly hash: string;
  readonly name: string;
  readonly sort: 'image' | 'mesh' | 'grid';
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

/** Where files of a sort stand in a package, and how they are decoded. */
const SORTS = {
  image: { entry: (hash: string) => `images/${hash}.png`, decode: levelsOfPng },
  mesh: { entry: (hash: string) => `meshes/${hash}.glb`, decode: readMesh },
  grid: { entry: (hash: string) => `grids/${hash}.vti`, decode: readVti },
} as const;

const entryName = ({ hash, sort }: KeptFile) => SORTS[sort].entry(hash);

/** Decodes a kept file. Throws {@link SceneFaults} naming it. */
export function decodedAsset(sort: KeptFile['sort'], bytes: Uint8Array, name: string): Asset {
  return SORTS[sort].decode(bytes, name);
}

/** A checked and completed scene from a parsed document of any version. Throws {@link SceneFaults} with every fault. */
export function sceneFrom(document: unknown): Scene {
  const present = migrated(document);
  const faults = checkScene(present);
  if (faults.length > 0) throw new SceneFaults(faults);
  return completeScene(present as Written);
}

function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b;
}

/** Entries of a zip by name, refused before anything large is unpacked. */
function entriesOf(bytes: Uint8Array): Record<string, Uint8Array> {
  let entries = 0;
  let unpacked = 0;
  try {
    return unzipSync(bytes, {
      filter({ name, originalSize }) {
        entries++;
        unpacked += originalSize;
        if (entries > FILE_LIMITS.entries)
          throw fileFault(
            'entries',
            `The file holds more than ${FILE_LIMITS.entries} entries. The limit is ${FILE_LIMITS.entries}.`,
            `up to ${FILE_LIMITS.entries} entries`,
          );
        if (unpacked > FILE_LIMITS.unpacked)
          throw fileFault(
            'unpacked',
            `The file would unpack to more than ${FILE_LIMITS.unpacked} bytes. Split the scene, or use smaller files.`,
            `up to ${FILE_LIMITS.unpacked} bytes`,
          );
        return (
          name === 'scene.json' ||
          /^(images\/[0-9a-f]{64}\.png|meshes\/[0-9a-f]{64}\.glb|grids\/[0-9a-f]{64}\.vti)$/.test(name)
        );
      },
    });
  } catch (error) {
    if (error instanceof SceneFaults) throw error;
    throw fileFault('damaged', 'The file is a damaged or cut-off package.', 'a whole .bathyclast file');
  }
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
  const entries = isZip(bytes) ? entriesOf(bytes) : { 'scene.json': bytes };
  const json = entries['scene.json'];
  if (!json) throw fileFault('missing', 'The package holds no scene.json.', 'a package with scene.json');
  if (json.length > FILE_LIMITS.json)
    throw fileFault(
      'size',
      `scene.json has ${json.length} bytes. The limit is ${FILE_LIMITS.json}.`,
      `up to ${FILE_LIMITS.json} bytes`,
    );
  const scene = sceneFrom(parseBounded(json, isZip(bytes) ? 'scene.json' : 'The file'));
  const files = new Map<string, Uint8Array>();
  const decoded = new Set(assetFiles(scene).map(({ hash }) => hash));
  for (const file of keptFiles(scene)) {
    const kept = entries[entryName(file)];
    if (!kept) continue;
    if ((await contentHash(kept)) !== file.hash)
      throw fileFault(
        'damaged',
        `The ${file.sort} “${file.name}” is not the one the scene names: its content has another hash.`,
        `the ${file.sort} with that hash`,
      );
    // Images that are only shown are decoded when they are.
    if (decoded.has(file.hash)) decodedAsset(file.sort, kept, file.name);
    files.set(file.hash, kept);
  }
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
