import { createHash } from 'node:crypto';
import { ENGINE_VERSION } from '../../core/sim/engine-version';
import type { Assets } from '../../core/document/assets';
import { couples } from '../../core/scene/coupling';
import type { Scene } from '../../core/document/scene';
import { simulationKey } from '../../core/scene/simulation-key';
import type { WorkerPool } from '../worker-pool';
import type { Frame } from '../frame';
import { dropCheckpoints, latestCheckpoint, putCheckpoint } from './checkpoints';
import { bytesOfFrame } from './frame-bytes';
import { BakeError, type BakeManifest } from './manifest';
import { BakeWriter, folderBytes, type WriteAll } from './store';

/** Seconds of work after which the state of the run is kept once more. */
const CHECKPOINT_SECONDS = 10;
/** Frames that are made while one is written. */
const AHEAD = 2;

/** What is to be baked. */
export interface BakeOrder {
  readonly scene: Scene;
  readonly assets: Assets;
  readonly folder: string;
  readonly from: number;
  readonly through: number;
  /** Which of so many parts of the particles. */
  readonly slice: number;
  readonly slices: number;
}

/** How far a bake is. */
export interface BakeProgress {
  /** The last frame that is on the disk. */
  readonly done: number;
  /** Bytes of all that is on the disk. */
  readonly bytes: number;
}

/** The manifest of an order. Throws {@link BakeError} for a part of what can’t be parted. */
export function manifestFor({
  scene,
  from,
  through,
  slice,
  slices,
}: Omit<BakeOrder, 'assets' | 'folder'>): BakeManifest {
  if (slices > 1 && couples(scene))
    throw new BakeError(
      `the particles of “${scene.name}” act on one another, so they can’t be baked in parts; bake it in one`,
    );
  return {
    format: 'bathyclast-bake',
    version: 1,
    engine: ENGINE_VERSION,
    scene: scene.name,
    key: createHash('sha256').update(simulationKey(scene)).digest('hex'),
    fps: scene.time.fps,
    from,
    through,
    slice,
    slices,
  };
}

/**
 * Simulates all particles of a scene and writes the frames of a span to a folder; where that folder has some of them
 * already, goes on behind them, from the last checkpoint. However often it was broken off, the files are those of an
 * unbroken run. `onWritten` is called when frames are on the disk. Ends early where the signal says so. Throws {@link
 * BakeError}, and what the file system throws: what is written stays.
 */
export async function bake(
  order: BakeOrder,
  pool: WorkerPool,
  {
    signal,
    onWritten = () => undefined,
    checkpointSeconds = CHECKPOINT_SECONDS,
    write,
  }: {
    readonly signal?: AbortSignal;
    readonly onWritten?: (progress: BakeProgress) => void;
    readonly checkpointSeconds?: number;
    readonly write?: WriteAll;
  } = {},
): Promise<void> {
  const { scene, assets, folder, through, slice, slices } = order;
  const manifest = manifestFor(order);
  const writer = new BakeWriter(folder, manifest, { 'scene.json': `${JSON.stringify(scene, null, 2)}\n` }, write);
  const tell = () => onWritten({ done: writer.done, bytes: folderBytes(folder) });
  tell();
  if (!writer.isWhole)
    await new Promise<void>((resolve, reject) => {
      let keptAt = performance.now();
      let asked = -Infinity;
      const ended = (error?: unknown) => {
        pool.stop();
        if (error === undefined) resolve();
        else reject(error);
      };
      if (signal?.aborted) return ended();
      signal?.addEventListener('abort', () => ended(), { once: true });
      const take = (frame: Frame) => {
        if (writer.add(bytesOfFrame(frame))) {
          dropCheckpoints(folder, writer.done, writer.isWhole);
          tell();
        }
        if (writer.isWhole) return ended();
        const next = frame.frame + AHEAD;
        // One at a time: where frames take long, the next one would take the place of one that is still to come.
        if (frame.frame >= asked && performance.now() - keptAt >= 1000 * checkpointSeconds) {
          pool.checkpointOn(next);
          asked = next;
          keptAt = performance.now();
        }
        pool.allow(next);
      };
      const attempt = (work: () => void) => {
        try {
          work();
        } catch (error) {
          ended(error);
        }
      };
      pool.start({
        scene,
        assets,
        draftFraction: 1,
        from: writer.done + 1,
        through,
        paced: true,
        part: { slice, slices },
        resume: latestCheckpoint(folder, writer.done, pool.threads),
        onFrame: (frame) => attempt(() => take(frame)),
        onCheckpoint: (checkpoints) => attempt(() => putCheckpoint(folder, checkpoints)),
        onFailed: (message) => ended(new BakeError(`the simulation stopped: ${message}`)),
      });
    });
  dropCheckpoints(folder, writer.done, writer.isWhole);
}
