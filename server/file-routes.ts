import { Router } from 'express';
import { contentHash } from '../formats/image';
import { failure } from './failure';
import type { FilesTable } from './files-table';
import { shownName } from './shown-name';
import { oneFile } from './upload';

/** A sort of files that are kept under their content hash. */
interface FileSort {
  /** What one is called. */
  readonly noun: string;
  /** Media type. */
  readonly type: string;
  /** Most bytes. */
  readonly most: number;
  /** Throws where a file can't be taken. */
  check(bytes: Uint8Array, name: string): unknown;
}

/** Files that were read and cleaned in the page at import, are checked here, and kept under their content hash. */
export function fileRoutes(files: FilesTable, { noun, type, most, check }: FileSort): Router {
  const router = Router();
  const upload = oneFile({ fileSize: most, fields: 0 });

  router.post('/', upload, async (request, response) => {
    if (!request.file) throw failure(400, 'missing', 'file', 'The upload holds no file.', `one ${noun}`);
    const name = shownName(request.file.originalname, noun);
    const bytes = new Uint8Array(request.file.buffer);
    check(bytes, name);
    const hash = await contentHash(bytes);
    files.add(hash, bytes);
    response.status(201).json({ hash, name });
  });

  router.get('/:hash', (request, response) => {
    const bytes = files.find(request.params.hash);
    if (!bytes)
      throw failure(404, 'missing', 'hash', `There is no ${noun} of that hash.`, `the hash of a kept ${noun}`);
    response
      .set('Content-Type', type)
      .set('Content-Disposition', 'attachment')
      .set('Cache-Control', 'public, max-age=31536000, immutable')
      .send(bytes);
  });

  return router;
}
