import { createHash } from 'node:crypto';
import { closeSync, fstatSync, openSync, readFileSync, readSync } from 'node:fs';
import { BakeError } from './manifest';

const MAGIC = 'BATHCHNK';
const SUM = 32;
const HEAD = 16;

/** Frames of a chunk, and where each stands in its file. */
export interface ChunkIndex {
  readonly first: number;
  readonly places: readonly { readonly at: number; readonly bytes: number }[];
}

/**
 * A chunk of frames that follow one another as a file: BATHCHNK, the first frame and how many (32-bit, little-endian),
 * the length of each, the frames, and SHA-256 of all that.
 */
export function bytesOfChunk(first: number, frames: readonly Uint8Array[]): Buffer {
  const head = Buffer.alloc(HEAD + 4 * frames.length);
  head.write(MAGIC, 0, 'latin1');
  head.writeInt32LE(first, 8);
  head.writeUInt32LE(frames.length, 12);
  frames.forEach((frame, i) => head.writeUInt32LE(frame.length, HEAD + 4 * i));
  const sum = createHash('sha256').update(head);
  for (const frame of frames) sum.update(frame);
  return Buffer.concat([head, ...frames, sum.digest()]);
}

const damaged = (name: string) => new BakeError(`“${name}” is damaged; bake those frames again`);

/**
 * Where the frames of a chunk stand, by what its file begins with; its sum is not looked at. Throws {@link BakeError}
 * for a file that is none or cut off; `name` is told.
 */
export function indexOfChunk(path: string, name: string): ChunkIndex {
  const file = openSync(path, 'r');
  try {
    const { size } = fstatSync(file);
    const read = (at: number, bytes: number): Buffer => {
      const part = Buffer.alloc(bytes);
      if (readSync(file, part, 0, bytes, at) < bytes) throw damaged(name);
      return part;
    };
    const head = read(0, HEAD);
    const count = head.readUInt32LE(12);
    if (head.toString('latin1', 0, 8) !== MAGIC || HEAD + 4 * count + SUM > size) throw damaged(name);
    const lengths = read(HEAD, 4 * count);
    let at = HEAD + 4 * count;
    const places = Array.from({ length: count }, (_, i) => {
      const bytes = lengths.readUInt32LE(4 * i);
      at += bytes;
      return { at: at - bytes, bytes };
    });
    if (at + SUM !== size) throw damaged(name);
    return { first: head.readInt32LE(8), places };
  } finally {
    closeSync(file);
  }
}

/** The whole of a chunk. Throws {@link BakeError} where it is not what was written. */
export function readChunk(path: string, name: string): Buffer {
  const bytes = readFileSync(path);
  const end = bytes.length - SUM;
  if (end < HEAD || !createHash('sha256').update(bytes.subarray(0, end)).digest().equals(bytes.subarray(end)))
    throw damaged(name);
  return bytes;
}
