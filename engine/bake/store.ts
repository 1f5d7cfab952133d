import {
  closeSync,
  existsSync,
  fsyncSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { makeFolder } from '../make-folder';
import { bytesOfChunk, indexOfChunk, readChunk, type ChunkIndex } from './chunk';
import { BakeError, manifestOf, whyOther, type BakeManifest } from './manifest';
import { codeOf } from '../../core/lib/errors';

/** A chunk is closed at so many bytes or frames, so that the same frames make the same files. */
const CHUNK_BYTES = 8 * 1024 * 1024;
const CHUNK_FRAMES = 64;

const chunkName = (number: number): string => `chunk-${String(number).padStart(6, '0')}.bin`;

/** Writes bytes so that they are on the disk. */
export type WriteAll = (file: number, bytes: Uint8Array) => void;

const writeAll: WriteAll = (file, bytes) => {
  for (let at = 0; at < bytes.length; ) at += writeSync(file, bytes, at);
};

function syncFolder(folder: string): void {
  const handle = openSync(folder, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

/** Puts a file in place in one step: it is there whole and on the disk, or as it was before. */
export function putFile(path: string, bytes: Uint8Array, write: WriteAll = writeAll): void {
  const draft = join(dirname(path), `.${basename(path)}.${process.pid}`);
  const file = openSync(draft, 'w');
  try {
    write(file, bytes);
    fsyncSync(file);
  } catch (error) {
    closeSync(file);
    rmSync(draft, { force: true });
    throw error;
  }
  closeSync(file);
  renameSync(draft, path);
  syncFolder(dirname(path));
}

/** Whether an error of the file system says that there is no room. */
export const isDiskFull = (error: unknown): boolean => ['ENOSPC', 'EDQUOT'].includes(codeOf(error));

const DRAFT = /^\..+\.(\d+)$/;

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return codeOf(error) === 'EPERM';
  }
}

/**
 * Takes away what was being written when a program was killed; of programs that still run only where `all` is wanted.
 */
function dropDrafts(folder: string, all: boolean): void {
  for (const name of readdirSync(folder)) {
    const pid = DRAFT.exec(name)?.[1];
    if (pid !== undefined && (all || !isAlive(Number(pid)))) rmSync(join(folder, name), { force: true });
  }
}

/** Bytes of all files of a folder. */
export function folderBytes(folder: string): number {
  if (!existsSync(folder)) return 0;
  return readdirSync(folder).reduce(
    (sum, name) => sum + (statSync(join(folder, name), { throwIfNoEntry: false })?.size ?? 0),
    0,
  );
}

/** The chunks of a folder in order, up to the first that is missing or damaged. */
function chunksOf(folder: string, from: number, check: boolean): (ChunkIndex & { readonly name: string })[] {
  const chunks: (ChunkIndex & { readonly name: string })[] = [];
  for (let next = from; ; ) {
    const name = chunkName(chunks.length);
    const path = join(folder, name);
    if (!existsSync(path)) return chunks;
    try {
      const index = indexOfChunk(path, name);
      if (check) readChunk(path, name);
      if (index.first !== next) return chunks;
      next += index.places.length;
      chunks.push({ ...index, name });
    } catch (error) {
      if (error instanceof BakeError) return chunks;
      throw error;
    }
  }
}

/** A folder that baked frames are written to, one after another. */
export class BakeWriter {
  private readonly open: Uint8Array[] = [];
  private openBytes = 0;
  private chunks: number;
  private next: number;

  /**
   * Begins a bake, or goes on with one that is there: what was written and is sound stays. Throws {@link BakeError}
   * where the folder holds another.
   * @param files further files that say what the bake is of, by name.
   */
  constructor(
    readonly folder: string,
    private readonly manifest: BakeManifest,
    files: Readonly<Record<string, string>> = {},
    private readonly write: WriteAll = writeAll,
  ) {
    makeFolder(folder);
    const path = join(folder, 'bake.json');
    if (existsSync(path)) {
      const there = manifestOf(readFileSync(path, 'utf8'), folder);
      const why =
        whyOther(there, manifest) ??
        (there.slice === manifest.slice && there.slices === manifest.slices
          ? undefined
          : `it is part ${there.slice + 1} of ${there.slices}`);
      if (why)
        throw new BakeError(`“${folder}” holds another bake: ${why}; choose another folder, or take that one away`);
    } else {
      const strange = readdirSync(folder).filter((name) => !name.startsWith('.') && !(name in files));
      if (strange.length > 0)
        throw new BakeError(`“${folder}” holds other files (${strange[0]}); choose an empty folder`);
      for (const [name, text] of Object.entries(files)) putFile(join(folder, name), Buffer.from(text), write);
      putFile(path, Buffer.from(`${JSON.stringify(manifest, null, 2)}\n`), write);
    }
    dropDrafts(folder, false);
    const sound = chunksOf(folder, manifest.from, true);
    this.chunks = sound.length;
    this.next = sound.reduce((frame, { places }) => frame + places.length, manifest.from);
  }

  /** The last frame that is on the disk; the one before the first where there is none. */
  get done(): number {
    return this.next - 1 - this.open.length;
  }

  /** Takes the next frame; says whether a chunk has been written with it. */
  add(bytes: Uint8Array): boolean {
    this.open.push(bytes);
    this.openBytes += bytes.length;
    this.next++;
    if (this.next <= this.manifest.through && this.openBytes < CHUNK_BYTES && this.open.length < CHUNK_FRAMES)
      return false;
    putFile(
      join(this.folder, chunkName(this.chunks)),
      bytesOfChunk(this.next - this.open.length, this.open),
      this.write,
    );
    this.chunks++;
    this.open.length = 0;
    this.openBytes = 0;
    if (this.isWhole) dropDrafts(this.folder, true);
    return true;
  }

  /** True when all frames are on the disk. */
  get isWhole(): boolean {
    return this.done >= this.manifest.through;
  }
}

/** A folder of baked frames that is read. */
export class BakeReader {
  readonly manifest: BakeManifest;
  private chunks;
  private kept: { readonly name: string; readonly bytes: Buffer } | undefined;

  /** @param check whether all checksums are looked at now, or that of a chunk when it is read. */
  constructor(
    readonly folder: string,
    check = false,
  ) {
    const path = join(folder, 'bake.json');
    if (!existsSync(path)) throw new BakeError(`“${folder}” holds no bake. Use a folder that a bake was written to`);
    this.manifest = manifestOf(readFileSync(path, 'utf8'), folder);
    this.chunks = chunksOf(folder, this.manifest.from, check);
  }

  /** The last frame that is there. */
  get through(): number {
    return this.chunks.reduce((frame, { places }) => frame + places.length, this.manifest.from) - 1;
  }

  get isWhole(): boolean {
    return this.through >= this.manifest.through;
  }

  /** The bytes of a frame; undefined where it is not there. Throws {@link BakeError} where they are damaged. */
  frame(frame: number): Uint8Array<ArrayBuffer> | undefined {
    const find = () => this.chunks.find(({ first, places }) => frame >= first && frame < first + places.length);
    if (!find()) this.chunks = chunksOf(this.folder, this.manifest.from, false);
    const chunk = find();
    if (!chunk) return undefined;
    if (this.kept?.name !== chunk.name) {
      this.kept = { name: chunk.name, bytes: readChunk(join(this.folder, chunk.name), chunk.name) };
    }
    const { at, bytes } = chunk.places[frame - chunk.first]!;
    return new Uint8Array(this.kept.bytes.subarray(at, at + bytes));
  }
}
