import type { Scene } from '../../core/document/scene';
import type { Assets } from '../../core/document/assets';
import type { Frame } from '../../engine/frame';
import { webPool } from '../../engine/web-pool';
import { startWorker } from '../state/start-worker';
import { bakedFrames } from './baked-frames';

/**
 * Simulates frames `from` … `through` at a share, or reads them from a bake where one is named, and hands each to
 * `use`, one after another: the next comes when `use` is done. Ends early when the signal says so.
 */
export async function runFrames(
  order: { scene: Scene; assets: Assets; draftFraction: number; from: number; through: number; bake?: string },
  signal: AbortSignal,
  use: (frame: Frame) => Promise<void> | void,
): Promise<void> {
  if (order.bake) return bakedFrames({ ...order, bake: order.bake }, signal, use);
  const pool = webPool(() => startWorker('simulation'));
  try {
    await new Promise<void>((resolve, reject) => {
      signal.addEventListener('abort', () => resolve(), { once: true });
      pool.start({
        ...order,
        paced: true,
        onFrame: (frame) => {
          Promise.resolve(use(frame)).then(() => {
            pool.allow(frame.frame + 1);
            if (frame.frame >= order.through) resolve();
          }, reject);
        },
        onFailed: (message) => reject(new Error(message)),
      });
    });
  } finally {
    pool.end();
  }
}
