import { Router, type Response } from 'express';
import { isRecord } from '../core/document/check-values';
import { startFrame } from '../core/sim/step/counters';
import { manifestFor } from '../engine/bake/bake';
import { BakeError } from '../engine/bake/manifest';
import { sceneFrom } from '../formats/scene-file';
import type { StoredBake } from '../formats/stored-bake';
import type { BakeJobs } from './bake-jobs';
import type { BakesTable } from './bakes-table';
import { eventStream } from './event-stream';
import { failure } from './failure';

/** Milliseconds between two reports of what has changed. */
const REPORT = 250;

/** Keeps a listener at the other end told, until it goes. */
function report(jobs: BakeJobs, response: Response): void {
  const stream = eventStream(response);
  let due: NodeJS.Timeout | undefined;
  const send = () => {
    due = undefined;
    stream.send(jobs.list());
  };
  send();
  const unlisten = jobs.onChange(() => (due ??= setTimeout(send, REPORT)));
  stream.onEnd(() => {
    unlisten();
    clearTimeout(due);
  });
}

/** Bakes: asked for, told of as they go on, stopped, gone on with, read frame by frame. */
export function bakeRoutes(table: BakesTable, jobs: BakeJobs): Router {
  const router = Router();
  const found = (id: string): StoredBake => {
    const bake = table.find(id);
    if (!bake) throw failure(404, 'missing', 'id', 'There is no bake of that id.', 'the id of a bake');
    return bake;
  };

  router.get('/', (_request, response) => void response.json(jobs.list()));
  router.get('/events', (_request, response) => report(jobs, response));

  router.post('/', (request, response) => {
    const body: unknown = request.body;
    if (!isRecord(body))
      throw failure(400, 'type', 'body', 'The body is no object.', 'an object with scene, from and through');
    const scene = sceneFrom(body['scene']);
    const { from, through } = body;
    const [start, last] = [startFrame(scene), scene.time.last];
    const fits = (n: unknown): n is number => typeof n === 'number' && Number.isInteger(n) && n >= start && n <= last;
    if (!fits(from) || !fits(through) || through < from)
      throw failure(
        422,
        'range',
        'from',
        `Frames ${String(from)} to ${String(through)} can’t be baked. Use whole frames from ${start} to ${last}, where the shot and its pre-roll are.`,
        `whole frames from ${start} to ${last}`,
      );
    const manifest = manifestFor({ scene, from, through, slice: 0, slices: 1 });
    const same = table.same(manifest);
    if (same) {
      if (same.state === 'paused' || same.state === 'failed') jobs.resume(same.id);
      return void response.json(table.find(same.id));
    }
    const added = table.add(scene, manifest);
    jobs.startNext();
    response.status(201).json(table.find(added.id));
  });

  router.post('/:id/pause', (request, response) => {
    const { id, state } = found(request.params.id);
    if (state === 'running' || state === 'queued') jobs.pause(id);
    response.json(found(id));
  });

  router.post('/:id/resume', (request, response) => {
    const { id, state } = found(request.params.id);
    if (state === 'paused' || state === 'failed') jobs.resume(id);
    response.json(found(id));
  });

  router.delete('/:id', (request, response) => {
    jobs.remove(found(request.params.id).id);
    response.status(204).end();
  });

  router.get('/:id/frames/:frame', (request, response) => {
    const { id } = request.params;
    const row = table.find(id);
    const frame = Number(request.params.frame);
    try {
      const bytes = Number.isInteger(frame) && (row || jobs.isLent(id)) ? jobs.frame(id, frame) : undefined;
      if (!bytes && !row) found(id);
      if (!bytes)
        throw failure(
          404,
          'missing',
          'frame',
          `Frame ${request.params.frame.slice(0, 20)} of that bake is not there; it holds ${row?.first} to ${row?.done} of ${row?.last}.`,
          `a whole frame from ${row?.first} to ${row?.done}`,
        );
      response
        .set('Content-Type', 'application/octet-stream')
        .set('Cache-Control', 'no-store')
        .send(Buffer.from(bytes));
    } catch (error) {
      if (!(error instanceof BakeError)) throw error;
      throw failure(500, 'damaged', 'frame', `${error.message}.`, 'a bake whose files are as they were written');
    }
  });

  return router;
}
