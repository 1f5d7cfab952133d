import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { joinSlices } from '../joined-frame';
import { bytesOfFrame, frameOfBytes } from './frame-bytes';
import { BakeError, whyOther } from './manifest';
import { BakeReader, BakeWriter } from './store';

/**
 * Puts the parts of a bake together: the files of `out` are those of a bake of all particles at once. May be run again
 * where it was broken off. Throws {@link BakeError} naming what does not belong together or is missing.
 */
export async function merge(
  folders: readonly string[],
  out: string,
  {
    onFrame = () => undefined,
    signal,
  }: { onFrame?: (frame: number) => void | Promise<void>; signal?: AbortSignal } = {},
): Promise<void> {
  const parts = folders.map((folder) => new BakeReader(folder, true));
  const { manifest: first } = parts[0]!;
  const { slices, from, through } = first;
  for (const { manifest, folder, isWhole, through: there } of parts) {
    const why =
      whyOther(manifest, first) ??
      (manifest.slices === slices ? undefined : `it is one of ${manifest.slices} parts, and not of ${slices}`);
    if (why) throw new BakeError(`“${folder}” does not belong to “${folders[0]}”: ${why}`);
    if (!isWhole)
      throw new BakeError(`“${folder}” has sound frames up to ${there} of ${through} only; run its bake again`);
  }
  const have = parts.map(({ manifest }) => manifest.slice).toSorted((a, b) => a - b);
  const missing = Array.from({ length: slices }, (_, slice) => slice).filter((slice) => !have.includes(slice));
  if (missing.length > 0)
    throw new BakeError(`part ${missing.map((n) => n + 1).join(', ')} of ${slices} is missing; give all ${slices}`);
  if (have.length > slices)
    throw new BakeError(`${have.length} folders are given for ${slices} parts; give each part once`);
  const scene = readFileSync(join(folders[0]!, 'scene.json'), 'utf8');
  const writer = new BakeWriter(out, { ...first, slice: 0, slices: 1 }, { 'scene.json': scene });
  for (let frame = Math.max(from, writer.done + 1); frame <= through && !signal?.aborted; frame++) {
    writer.add(bytesOfFrame(joinSlices(parts.map((part) => frameOfBytes(part.frame(frame)!)))));
    await onFrame(frame);
  }
}
