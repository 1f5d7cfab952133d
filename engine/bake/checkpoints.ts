import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import type { Checkpoint } from '../../core/sim/step/run';
import { putFile } from './store';

const NAME = /^checkpoint-(-?\d+)\.bin$/;

const all = (folder: string): { readonly name: string; readonly frame: number }[] =>
  readdirSync(folder)
    .flatMap((name) => {
      const match = NAME.exec(name);
      return match ? [{ name, frame: Number(match[1]) }] : [];
    })
    .toSorted((a, b) => b.frame - a.frame);

/** Keeps where all threads of a run are, on the disk. */
export function putCheckpoint(folder: string, checkpoints: readonly Checkpoint[]): void {
  const body = serialize(checkpoints);
  const sum = createHash('sha256').update(body).digest();
  putFile(join(folder, `checkpoint-${checkpoints[0]!.frame}.bin`), Buffer.concat([sum, body]));
}

/** The latest that is not beyond a frame, of as many threads; undefined where there is none that is sound. */
export function latestCheckpoint(folder: string, done: number, threads: number): Checkpoint[] | undefined {
  for (const { name, frame } of all(folder)) {
    if (frame > done) continue;
    try {
      const bytes = readFileSync(join(folder, name));
      const body = bytes.subarray(32);
      if (!createHash('sha256').update(body).digest().equals(bytes.subarray(0, 32))) continue;
      const read: Checkpoint[] = deserialize(body);
      if (read.length === threads) return read;
    } catch {
      // One that can’t be read is as good as none.
    }
  }
  return undefined;
}

/**
 * Takes away those that are not needed: of those not beyond the last frame on the disk only the latest is; none where
 * all frames are there.
 */
export function dropCheckpoints(folder: string, done: number, whole: boolean): void {
  const there = all(folder);
  const latest = there.find(({ frame }) => frame <= done);
  for (const one of there)
    if (whole || (one.frame <= done && one !== latest)) rmSync(join(folder, one.name), { force: true });
}
