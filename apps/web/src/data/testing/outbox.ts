import type { BenchEvent } from '@kanga/core/bench';
import { ApiError } from '../index.js';

/** An entry that is told from others by its number. */
export const event = (n: number): BenchEvent => ({
  id: `e${n}`,
  at: '2026-11-24T09:00:00.000Z',
  by: null,
  kind: 'done',
  bed: 0,
  step: n,
});

/** What is thrown while the server is away. */
export const away = new ApiError(0, { code: 'net.offline', title: 'away', remedy: '', faults: [] });
