import { createHash } from 'node:crypto';
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
 * A chunk of frames that follow one another as a file: BATHCHNK, the first frame and how many (32-bit, little-endian), the length of each, the frames, and SHA-256 of all that.
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

/** Where the frames of a chunk stand. Throws {@link BakeError} for bytes that are none or are not what was written; `name` is told. */
export function indexOfChunk(bytes: Buffer, name: string, check = true): ChunkIndex {
  const damaged = () => new BakeError(`“${name}” is damaged; bake those frames anew`);
  if (bytes.length < HEAD + SUM || bytes.toString('latin1', 0, 8) !== MAGIC) throw damaged();
  const first = bytes.readInt32LE(8);
  const count = bytes.readUInt32LE(12);
  let at = HEAD + 4 * count;
  if (at + SUM > bytes.length) throw damaged();
  const places = Array.from({ length: count }, (_, i) => {
    const length = bytes.readUInt32LE(HEAD + 4 * i);
    at += length;
    return { at: at - length, bytes: length };
  });
  if (at + SUM !== bytes.length) throw damaged();
  if (check && !createHash('sha256').update(bytes.subarray(0, at)).digest().equals(bytes.subarray(at))) throw damaged();
  return { first, places };
}
