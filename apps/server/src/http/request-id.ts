import { randomUUID } from 'node:crypto';
import type { NextFunction, Request, Response } from 'express';

const HEADER = 'x-request-id';
/** What is taken from whoever asks, as a proxy that gave it a name already. */
const NAME = /^[\w.-]{8,64}$/;

/** The name of a request, by which it is found in what the server says of it. */
export const requestId = (response: Response): string => String(response.getHeader(HEADER) ?? '');

/** Gives every request a name, which its answer carries. */
export function nameRequest(request: Request, response: Response, next: NextFunction): void {
  const given = request.headers[HEADER];
  response.setHeader(HEADER, typeof given === 'string' && NAME.test(given) ? given : randomUUID());
  next();
}
