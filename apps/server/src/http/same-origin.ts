import type { NextFunction, Request, Response } from 'express';

/** Refuses changes that a page of another origin asks for: Kanga answers to its own pages only. */
export function sameOrigin(request: Request, response: Response, next: NextFunction): void {
  const { origin } = request.headers;
  const safe = request.method === 'GET' || request.method === 'HEAD';
  if (!safe && origin !== undefined && new URL(origin).host !== request.headers.host) {
    response.status(403).json({
      code: 'http.origin',
      title: 'This change came from another site',
      remedy: 'Open Kanga at its own address.',
      faults: [],
    });
    return;
  }
  next();
}
