import { unzipSync } from 'fflate';
import type { Asset } from '../core/document/assets';
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

/** A file that a scene keeps under its content hash. */
export interface KeptFile {
  readonly hash: string;
  readonly name: string;
  readonly sort: 'image' | 'mesh' | 'grid';
}

/** Where files of a sort stand in a package, and how they are decoded. */
const SORTS = {
  image: { entry: (hash: string) => `images/${hash}.png`, decode: levelsOfPng },
  mesh: { entry: (hash: string) => `meshes/${hash}.glb`, decode: readMesh },
  grid: { entry: (hash: string) => `grids/${hash}.vti`, decode: readVti },
} as const;

/** Where a kept file stands in a package. */
export const entryName = ({ hash, sort }: KeptFile) => SORTS[sort].entry(hash);

/** Decodes a kept file. Throws {@link SceneFaults} naming it. */
export function decodedAsset(sort: KeptFile['sort'], bytes: Uint8Array, name: string): Asset {
  return SORTS[sort].decode(bytes, name);
}

/** Whether the bytes begin as those of a zip do. */
export function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b;
}

/** Entries of a zip by name: one document, pictures where `also` says so, and kept files. Refused before anything large is unpacked. */
export function entriesOf(bytes: Uint8Array, document: string, also?: RegExp): Record<string, Uint8Array> {
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
          name === document ||
          also?.test(name) === true ||
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
 * The kept files of a package by content hash, those that are there; `decoded` says which are decoded as a check. Throws
 * {@link SceneFaults} where one is not what its hash says.
 */
export async function filesIn(
  entries: Readonly<Record<string, Uint8Array>>,
  wanted: readonly KeptFile[],
  decoded: (file: KeptFile) => boolean,
): Promise<Map<string, Uint8Array>> {
  const files = new Map<string, Uint8Array>();
  for (const file of wanted) {
    const kept = entries[entryName(file)];
    if (!kept) continue;
    if ((await contentHash(kept)) !== file.hash)
      throw fileFault(
        'damaged',
        `The ${file.sort} “${file.name}” is not the one the scene names: its content has another hash.`,
        `the ${file.sort} with that hash`,
      );
    if (decoded(file)) decodedAsset(file.sort, kept, file.name);
    files.set(file.hash, kept);
  }
  return files;
}
