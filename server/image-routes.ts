import { Router } from 'express';
import { canonicalPng, contentHash, decodeImage, IMAGE_LIMITS } from '../formats/image';
import { failure } from './failure';
import type { ImagesTable } from './images-table';
import { shownName } from './shown-name';
import { oneFile } from './upload';

const upload = oneFile({ fileSize: IMAGE_LIMITS.bytes, fields: 0 });

/** Images: decoded once at import, kept as canonical PNG under their content hash. */
export function imageRoutes(images: ImagesTable): Router {
  const router = Router();

  router.post('/', upload, async (request, response) => {
    if (!request.file) throw failure(400, 'missing', 'file', 'The upload holds no file.', 'one PNG or JPEG');
    const name = shownName(request.file.originalname, 'image');
    const pixels = decodeImage(request.file.buffer, name);
    const png = canonicalPng(pixels);
    const hash = await contentHash(png);
    images.add(hash, png, pixels.width, pixels.height);
    response.status(201).json({ hash, name, width: pixels.width, height: pixels.height });
  });

  router.get('/:hash', (request, response) => {
    const png = images.find(request.params.hash);
    if (!png) throw failure(404, 'missing', 'hash', 'There is no image of that hash.', 'the hash of a kept image');
    response.set('Content-Type', 'image/png').set('Cache-Control', 'public, max-age=31536000, immutable').send(png);
  });

  return router;
}
