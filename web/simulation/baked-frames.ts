import { frameOfBytes } from '../../engine/bake/frame-bytes';
import type { Frame } from '../../engine/frame';
import { api } from '../state/api';

/** Frames that are asked for while one is used. */
const AHEAD = 2;

/**
 * Reads the frames of a bake and hands each to `use`, one after another. Ends early when the signal says so. Throws the
 * server’s sentence where one can’t be had.
 */
export async function bakedFrames(
  { bake, from, through }: { readonly bake: string; readonly from: number; readonly through: number },
  signal: AbortSignal,
  use: (frame: Frame) => Promise<void> | void,
): Promise<void> {
  const coming = new Map<number, Promise<Uint8Array<ArrayBuffer>>>();
  for (let frame = from; frame <= through && !signal.aborted; frame++) {
    for (let next = frame; next <= Math.min(through, frame + AHEAD); next++)
      if (!coming.has(next)) {
        const bytes = api.bakedFrame(bake, next);
        // What is not waited for any more may fail.
        bytes.catch(() => undefined);
        coming.set(next, bytes);
      }
    const bytes = await coming.get(frame)!;
    coming.delete(frame);
    if (!signal.aborted) await use(frameOfBytes(bytes));
  }
}
