import { Router } from 'express';
import type { LogEntry } from '../formats/log-entry';
import { ENTRY_LIMITS } from '../formats/log-entry';
import { bodyOf, EntryBody, EntryWordsBody } from './bodies';
import { failure } from './failure';
import type { LogbookTable } from './logbook-table';
import { isPng } from './pictures';

function pictureOf(base64: string | undefined): Buffer | undefined {
  if (base64 === undefined) return undefined;
  const bytes = Buffer.from(base64, 'base64');
  if (bytes.length > ENTRY_LIMITS.picture || !isPng(bytes))
    throw failure(422, 'type', 'picture', 'The picture is no PNG of at most 4 MB.', 'a PNG of at most 4 MB');
  return bytes;
}

/** Kept trials and soundings: list, keep, describe, take away, pictures. */
export function logbookRoutes(logbook: LogbookTable): Router {
  const router = Router();

  function found(id: string): LogEntry {
    const entry = logbook.find(id);
    if (!entry) throw failure(404, 'missing', 'id', `There is no page “${id}” in the logbook.`, 'the id of a page');
    return entry;
  }

  router.get('/', (request, response) => {
    const { sort, scene } = request.query;
    const text = (value: unknown) => (typeof value === 'string' ? value : undefined);
    response.set('Cache-Control', 'no-store').json({ entries: logbook.list(text(sort), text(scene)) });
  });

  router.post('/', (request, response) => {
    const { picture, ...entry } = bodyOf(EntryBody, request.body);
    response.status(201).json(logbook.add(entry, pictureOf(picture)));
  });

  router.patch('/:id', (request, response) => {
    const words = bodyOf(EntryWordsBody, request.body);
    const { title, note, tags } = found(request.params.id);
    logbook.describe(request.params.id, {
      title: words.title ?? title,
      note: words.note ?? note,
      tags: words.tags ?? tags,
    });
    response.json(found(request.params.id));
  });

  router.delete('/:id', (request, response) => {
    found(request.params.id);
    logbook.remove(request.params.id);
    response.status(204).end();
  });

  router.get('/:id/picture', (request, response) => {
    const picture = logbook.picture(request.params.id);
    if (!picture)
      throw failure(
        404,
        'missing',
        'picture',
        'There is no picture on this page of the logbook.',
        'a page with a picture',
      );
    response.set('Content-Type', 'image/png').set('Cache-Control', 'private, max-age=86400').send(picture);
  });

  return router;
}
