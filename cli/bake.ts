import { codeOf } from '../core/lib/errors';
import { cpus } from 'node:os';
import { startFrame } from '../core/sim/step/counters';
import { bake as bakeFrames, manifestFor, type BakeOrder } from '../engine/bake/bake';
import { BakeError } from '../engine/bake/manifest';
import { merge as mergeParts } from '../engine/bake/merge';
import { BakeReader, folderBytes, isDiskFull } from '../engine/bake/store';
import { nodePool } from '../engine/node-pool';
import { spanOf, UsageError } from './arguments';
import { beforeEnd, breathe, stopped } from './interrupt';
import { openScene } from './open-scene';
import { Progress } from './progress';

export interface BakeOptions {
  readonly out: string;
  readonly frames: string | undefined;
  readonly slice: string | undefined;
  readonly threads: number | undefined;
}

/** `i/n` with i from 1 to n, as which of how many from 0. */
function partOf(text: string | undefined): { slice: number; slices: number } {
  if (text === undefined) return { slice: 0, slices: 1 };
  const match = /^(\d+)\/(\d+)$/.exec(text);
  const [i, n] = [Number(match?.[1]), Number(match?.[2])];
  if (match && i >= 1 && i <= n && n <= 4096) return { slice: i - 1, slices: n };
  throw new UsageError(`--slice is “${text}”. Use i/n, i from 1 to n, n up to 4096`);
}

/** A sentence for what a bake ended with, where it is no fault of the program. */
function explain(error: unknown): never {
  if (error instanceof BakeError) throw new UsageError(error.message);
  const code = codeOf(error);
  const path = error instanceof Error && 'path' in error ? String(error.path) : undefined;
  if (isDiskFull(error))
    throw new UsageError(
      `the disk is full${path ? ` at “${path}”` : ''}; free some space and run the same command again; it continues where it stopped`,
    );
  if (path !== undefined && ['EACCES', 'EROFS', 'ENOTDIR', 'EEXIST', 'ENOENT', 'EPERM'].includes(code))
    throw new UsageError(`“${path}” can’t be written to (${code})`);
  throw error;
}

/** `bathyclast bake`: writes simulated frames to a folder; run again, it goes on where it was. */
export async function bake(name: string, options: BakeOptions): Promise<void> {
  const { scene, assets } = await openScene(name);
  const { first, last } = scene.time;
  const [from, through] = spanOf(
    options.frames,
    [first, last],
    [startFrame(scene), last],
    'where the shot and its pre-roll are',
  );
  const order: BakeOrder = { scene, assets, folder: options.out, from, through, ...partOf(options.slice) };
  const begin = performance.now();
  const progress = new Progress('frame', through);
  try {
    const { slice, slices, key } = manifestFor(order);
    const pool = nodePool(options.threads ?? cpus().length);
    const baking = bakeFrames(order, pool, { signal: stopped, onWritten: ({ done }) => progress.at(done) });
    // On a signal the frames that are simulated are written first.
    beforeEnd(() => baking);
    try {
      await baking;
    } finally {
      pool.end();
    }
    progress.end();
    if (stopped.aborted)
      return console.error('bathyclast: stopped. Written frames are kept; the same command continues after them.');
    const seconds = Number(((performance.now() - begin) / 1000).toFixed(2));
    console.log(
      JSON.stringify({
        scene: scene.name,
        from,
        through,
        slice: `${slice + 1}/${slices}`,
        key,
        out: options.out,
        bytes: folderBytes(options.out),
        seconds,
      }),
    );
  } catch (error) {
    explain(error);
  }
}

/** `bathyclast merge`: puts the parts of a bake together. */
export async function merge(folders: readonly string[], out: string): Promise<void> {
  if (folders.length === 0) throw new UsageError('Name the folders of all parts of a bake');
  try {
    const progress = new Progress('frame', new BakeReader(folders[0]!).manifest.through);
    const merging = mergeParts(folders, out, {
      signal: stopped,
      onFrame: async (frame) => {
        progress.at(frame);
        await breathe();
      },
    });
    beforeEnd(() => merging);
    await merging;
    progress.end();
    if (stopped.aborted)
      return console.error('bathyclast: stopped. The same command continues at the first missing frame.');
    const { manifest } = new BakeReader(out);
    console.log(
      JSON.stringify({
        scene: manifest.scene,
        from: manifest.from,
        through: manifest.through,
        parts: folders.length,
        out,
        bytes: folderBytes(out),
      }),
    );
  } catch (error) {
    explain(error);
  }
}
