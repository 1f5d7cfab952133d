import type { RequestHandler } from 'express';
import { failure } from './failure';

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

/** Whether a Host header names this program on the loopback. */
function isOwnHost(host: string | undefined): boolean {
  const name = /^(\[[0-9a-f:]+\]|[^:]+)(?::\d+)?$/i.exec(host ?? '')?.[1];
  return name !== undefined && LOOPBACK.includes(name.toLowerCase());
}

/**
 * Refuses what does not come from the application's own page: a foreign Host (a name that was made to point here), a
 * foreign Origin, and writes without the page's own Origin or in a type that a plain form can send.
 */
export const guard: RequestHandler = (request, _response, next) => {
  const { host, origin } = request.headers;
  if (!isOwnHost(host))
    throw failure(
      403,
      'host',
      'Host',
      `The host “${host ?? ''}” is not this program’s. Use one of ${LOOPBACK.join(', ')}.`,
      LOOPBACK.join(', '),
    );
  const own = `http://${host}`;
  if (origin !== undefined && origin !== own)
    throw failure(403, 'origin', 'Origin', `The origin “${origin}” is not this program’s page. Use ${own}.`, own);
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  if (origin === undefined)
    throw failure(403, 'origin', 'Origin', `A write without an Origin is refused. Use ${own}.`, own);
  if (
    !request.is('application/json') &&
    !request.is('multipart/form-data') &&
    request.headers['content-type'] !== 'application/json'
  )
    throw failure(
      415,
      'type',
      'Content-Type',
      `The type “${request.headers['content-type'] ?? 'none'}” is refused. Use application/json or multipart/form-data.`,
      'application/json, multipart/form-data',
    );
  next();
};
