import { cpus } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { bake } from '../engine/bake/bake';
import { isDiskFull } from '../engine/bake/store';
import { nodePool } from '../engine/node-pool';
import { decodedAssets } from '../formats/scene-file';
import type { BakeNews, BakeTask } from './bake-jobs';
import { messageOf } from '../core/lib/errors';

const { scene, files, ...span }: BakeTask = workerData;
const port = parentPort!;
const say = (news: BakeNews) => port.postMessage(news);
const stop = new AbortController();
port.once('message', () => stop.abort());

const pool = nodePool(cpus().length);
try {
  let done = span.from - 1;
  await bake({ scene, assets: decodedAssets(scene, files), ...span, slice: 0, slices: 1 }, pool, {
    signal: stop.signal,
    onWritten: (progress) => {
      done = progress.done;
      say({ type: 'written', ...progress });
    },
  });
  say({ type: 'ended', whole: done >= span.through });
} catch (error) {
  const full = isDiskFull(error);
  say({
    type: 'failed',
    full,
    message: full ? 'the disk is full; written frames are kept. Free some space and resume' : messageOf(error),
  });
} finally {
  pool.end();
  port.close();
}
