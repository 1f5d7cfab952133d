import type { RequestHandler } from 'express';
import multer, { MulterError, type Options } from 'multer';
import { Failure, failure } from './failure';

/**
 * Takes one file of a multipart body, under the name `file`; whatever is wrong with the body is the request's fault.
 */
export function oneFile(limits: NonNullable<Options['limits']>): RequestHandler {
  const take = multer({
    storage: multer.memoryStorage(),
    limits: { files: 1, parts: 8, headerPairs: 100, ...limits },
  }).single('file');
  return (request, response, next) => {
    const refuse = (error: unknown) => {
      if (error === undefined || error === null) return next();
      if (error instanceof MulterError || error instanceof Failure) return next(error);
      next(
        failure(
          400,
          'multipart',
          'body',
          'The upload is cut off or damaged; send it again as one whole file.',
          'a whole multipart body',
        ),
      );
    };
    try {
      void take(request, response, refuse);
    } catch (error) {
      refuse(error);
    }
  };
}
