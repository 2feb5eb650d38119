import { statfs } from 'node:fs/promises';
import { formatBytes } from '@kanga/core/units';
import type { NextFunction, Request, Response } from 'express';
import { refuse, Refusal } from './refusal.js';

/** Writing stops while there is still room to read, to tidy up, and for the database to end what it began: bytes, and a share of the disk where that is less. */
const GUARD = 1e9;
const GUARD_SHARE = 0.05;
/** How long an answer of the disk is believed, ms. */
const FRESH = 1000;

/** How much room there is where a folder lies, and how much of it is never to be used. */
export interface Room {
  folder: string;
  free: number;
  guard: number;
}

export async function roomIn(folder: string): Promise<Room> {
  const { bavail, blocks, bsize } = await statfs(folder);
  return { folder, free: bavail * bsize, guard: Math.min(GUARD, blocks * bsize * GUARD_SHARE) };
}

/** What is said when the disk is full: where, how much is free, and how much is needed. */
export const diskFull = ({ folder, free, guard }: Room, needed: number): Refusal =>
  refuse(
    507,
    'disk.full',
    `The disk is full: ${formatBytes(free)} are free where ${folder} lies`,
    `Make ${formatBytes(Math.max(1e6, needed + guard - free))} of room there, then do it again. Everything that was saved can be read.`,
  );

let last: { folder: string; at: number; room: Promise<Room> } | null = null;

/** Refuses when so many bytes more would leave less room than is to be kept. Asked often, the disk is asked once a second. */
export async function makeSureOfRoom(folder: string, bytes = 0): Promise<void> {
  const now = performance.now();
  if (last?.folder !== folder || now - last.at > FRESH) last = { folder, at: now, room: roomIn(folder) };
  const room = await last.room;
  if (room.free - bytes < room.guard) throw diskFull(room, bytes);
}

/** Whether an error says that a disk is full: the system’s own words, or the database’s (SQLSTATE 53100). */
export const saysDiskFull = (error: unknown): boolean => {
  const { code, message = '' } = (error ?? {}) as { code?: string; message?: string };
  return code === 'ENOSPC' || code === 'EDQUOT' || code === '53100' || /No space left on device/i.test(message);
};

/** Nothing is written while there is too little room for it; what is taken away makes room, and reading goes on. */
export const roomFirst =
  (folder: string) =>
  (request: Request, response: Response, next: NextFunction): void => {
    if (['GET', 'HEAD', 'DELETE'].includes(request.method)) {
      next();
      return;
    }
    makeSureOfRoom(folder, Number(request.headers['content-length'] ?? 0)).then(
      () => {
        next();
      },
      (error: unknown) => {
        if (error instanceof Refusal) response.status(error.status).json(error.problem);
        else next(error);
      },
    );
  };
