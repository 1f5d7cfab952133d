import { strToU8, unzipSync, zipSync } from 'fflate';
import { checkScene } from '../core/scene/check';
import { completeScene, type Written } from '../core/scene/complete';
import type { Scene } from '../core/scene/document';
import type { LevelImage } from '../core/images/level-image';
import { parseBounded } from './bounded-json';
import { contentHash, levelsOfPng } from './image';
import { fileFault, SceneFaults } from './scene-faults';

/** What a scene file may be at most, before it is unpacked. */
export const FILE_LIMITS = { bytes: 64 * 1024 * 1024, entries: 80, unpacked: 192 * 1024 * 1024, json: 8 * 1024 * 1024 } as const;

/** A scene and the PNG bytes of its images, by content hash. */
export interface ScenePackage {
  readonly scene: Scene;
  readonly images: ReadonlyMap<string, Uint8Array>;
}

/** A checked and completed scene from a parsed document. Throws {@link SceneFaults} with every fault. */
export function sceneFrom(document: unknown): Scene {
  const faults = checkScene(document);
  if (faults.length > 0) throw new SceneFaults(faults);
  return completeScene(document as Written);
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
            `The file holds more than ${FILE_LIMITS.entries} entries; allowed are up to ${FILE_LIMITS.entries}.`,
            `up to ${FILE_LIMITS.entries} entries`,
          );
        if (unpacked > FILE_LIMITS.unpacked)
          throw fileFault(
            'unpacked',
            `The file would unpack to more than ${FILE_LIMITS.unpacked} bytes; allowed are up to that many.`,
            `up to ${FILE_LIMITS.unpacked} bytes`,
          );
        return name === 'scene.json' || /^images\/[0-9a-f]{64}\.png$/.test(name);
      },
    });
  } catch (error) {
    if (error instanceof SceneFaults) throw error;
    throw fileFault(
      'damaged',
      `The file is a damaged or cut-off package: ${error instanceof Error ? error.message : String(error)}.`,
      'a whole .bathyclast file',
    );
  }
}

/**
 * Reads a scene file: a package (zip of `scene.json` and `images/<hash>.png`) or a bare JSON document.
 * Throws {@link SceneFaults}; nothing is half read.
 */
export async function readSceneFile(bytes: Uint8Array): Promise<ScenePackage> {
  if (bytes.length === 0)
    throw fileFault('empty', 'The file is empty; a scene file is a .bathyclast package or a JSON document.', 'a scene file');
  if (bytes.length > FILE_LIMITS.bytes)
    throw fileFault(
      'size',
      `The file has ${bytes.length} bytes; allowed are up to ${FILE_LIMITS.bytes}.`,
      `up to ${FILE_LIMITS.bytes} bytes`,
    );
  const entries = isZip(bytes) ? entriesOf(bytes) : { 'scene.json': bytes };
  const json = entries['scene.json'];
  if (!json) throw fileFault('missing', 'The package holds no scene.json.', 'a package with scene.json');
  if (json.length > FILE_LIMITS.json)
    throw fileFault(
      'size',
      `scene.json has ${json.length} bytes; allowed are up to ${FILE_LIMITS.json}.`,
      `up to ${FILE_LIMITS.json} bytes`,
    );
  const scene = sceneFrom(parseBounded(json, isZip(bytes) ? 'scene.json' : 'The file'));
  const images = new Map<string, Uint8Array>();
  for (const image of scene.images) {
    const png = entries[`images/${image.hash}.png`];
    if (!png) continue;
    if ((await contentHash(png)) !== image.hash)
      throw fileFault(
        'damaged',
        `The image “${image.name}” is not the one the scene names: its content has another hash.`,
        'the image with that hash',
      );
    levelsOfPng(png, image.name);
    images.set(image.hash, png);
  }
  return { scene, images };
}

/** One file with a scene and its images. The same scene gives the same bytes. */
export function writeSceneFile({ scene, images }: ScenePackage): Uint8Array {
  const entries: Record<string, Uint8Array> = { 'scene.json': strToU8(sceneText(scene)) };
  for (const [hash, png] of images) entries[`images/${hash}.png`] = png;
  return zipSync(entries, { mtime: new Date(2000, 0, 1), level: 6 });
}

/** A scene as JSON text to be read by people. */
export function sceneText(scene: Scene): string {
  return `${JSON.stringify(scene, null, 2)}\n`;
}

/** Brightness levels of a package's images, for the simulation. */
export function levelImages(scene: Scene, images: ReadonlyMap<string, Uint8Array>): Map<string, LevelImage> {
  const names = new Map(scene.images.map((image) => [image.hash, image.name]));
  return new Map([...images].map(([hash, png]) => [hash, levelsOfPng(png, names.get(hash) ?? hash)]));
}
