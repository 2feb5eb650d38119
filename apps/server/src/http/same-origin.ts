import type { NextFunction, Request, Response } from 'express';

/** Names under which the loopback address is reached; any other is a page elsewhere that had its name point here. */
const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/** Whether a request comes from Kanga's own pages: no origin, or the very host it is sent to. */
const isOwn = ({ host = '', origin }: Request['headers']): boolean =>
  LOOPBACK.test(host) && (origin === undefined || origin === `http://${host}`);

/** Refuses what a page of another origin asks for: Kanga answers to its own pages only. */
export function sameOrigin(request: Request, response: Response, next: NextFunction): void {
  if (isOwn(request.headers)) {
    next();
    return;
  }
  const remedy = 'Open Kanga at its own address, http://127.0.0.1 with its port.';
  response.status(403).json({ code: 'http.origin', title: 'This was asked for by another site', remedy, faults: [] });
}
