import type { ErrorRequestHandler, Response } from 'express';
import multer from 'multer';
import type { Logger } from 'pino';
import type { Fault } from '../core/document/faults';
import { SceneFaults } from '../formats/scene-faults';
import { codeOf } from '../core/lib/errors';

/** A request that is refused: the HTTP status, and what is wrong in the shape used from core to screen. */
export class Failure extends Error {
  constructor(
    readonly status: number,
    readonly faults: readonly Fault[],
    readonly extra: Record<string, unknown> = {},
  ) {
    super(faults[0]!.message);
  }
}

/** A failure with one fault. */
export function failure(
  status: number,
  code: string,
  field: string,
  message: string,
  allowed: string,
  extra?: Record<string, unknown>,
): Failure {
  return new Failure(status, [{ code, field, message, allowed }], extra);
}

function send(response: Response, status: number, faults: readonly Fault[], extra: Record<string, unknown> = {}): void {
  response.status(status).json({ ...extra, faults });
}

/**
 * Turns whatever was thrown into the one shape of an error; what nobody foresaw is logged and told without its insides.
 */
export function failureHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, _next) => {
    if (error instanceof Failure) return send(response, error.status, error.faults, error.extra);
    if (error instanceof SceneFaults) return send(response, 422, error.faults);
    if (error instanceof multer.MulterError)
      return send(response, 413, [
        {
          code: 'size',
          field: 'file',
          message: `The upload is refused: ${error.message.toLowerCase()}.`,
          allowed: 'one file within the size limit',
        },
      ]);
    const status = error instanceof Error && 'status' in error ? Number(error.status) : 500;
    // Only the messages of the body parser hold nothing of the server’s own.
    const parsed =
      error instanceof Error && 'type' in error ? { type: String(error.type), message: error.message } : undefined;
    if (status >= 400 && status < 500)
      return send(response, status, [
        {
          code: parsed?.type ?? 'request',
          field: 'body',
          message: `The request is refused: ${parsed?.message ?? 'it is not well-formed'}.`,
          allowed: 'a well-formed request',
        },
      ]);
    log.error({ err: error, path: request.path }, 'request failed');
    // An answer that has begun can only be broken off.
    if (response.headersSent) return void response.destroy();
    const full = ['SQLITE_FULL', 'ENOSPC', 'EDQUOT'].includes(codeOf(error));
    return send(response, full ? 507 : 500, [
      full
        ? {
            code: 'disk',
            field: 'server',
            message: 'The disk is full: nothing was saved. Free some space and try again.',
            allowed: 'free space',
          }
        : {
            code: 'internal',
            field: 'server',
            message: 'The server failed at this; nothing was changed.',
            allowed: 'nothing in the request',
          },
    ]);
  };
}
