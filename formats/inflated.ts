import { Unzlib } from 'fflate';
import { joinedBytes } from './joined-bytes';

/**
 * Compressed bytes that are inflated at a time: deflate makes at most 1032 bytes of one (RFC 1951), so that each step
 * stays small.
 */
const STEP = 4096;

/** Thrown where data inflate to more than was promised. */
class TooMuch extends Error {}

/**
 * Inflates zlib data (RFC 1950) piece by piece, and calls `take` with each; throws {@link TooMuch} as soon as there are
 * more than `most` bytes.
 */
function inflatePieces(bytes: Uint8Array, most: number, take: (piece: Uint8Array) => void): void {
  let count = 0;
  const stream = new Unzlib((piece) => {
    count += piece.length;
    if (count > most) throw new TooMuch(`more than ${most} bytes`);
    take(piece);
  });
  for (let at = 0; at < bytes.length; at += STEP) stream.push(bytes.subarray(at, at + STEP), at + STEP >= bytes.length);
}

/**
 * Zlib data inflated to at most so many bytes. Throws {@link TooMuch} where there are more, and the inflater's own
 * error where they are damaged.
 */
export function inflated(bytes: Uint8Array, most: number): Uint8Array<ArrayBuffer> {
  const pieces: Uint8Array[] = [];
  inflatePieces(bytes, most, (piece) => pieces.push(piece));
  return joinedBytes(pieces);
}

/**
 * Goes through zlib data without keeping them; throws {@link TooMuch} where they inflate to more than so many bytes.
 */
export function checkInflated(bytes: Uint8Array, most: number): void {
  inflatePieces(bytes, most, () => undefined);
}
