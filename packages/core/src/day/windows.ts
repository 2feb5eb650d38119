import type { Window } from './model.js';

/** Beyond every window: what does not fit into any is put here rather than refused, s. */
export const BEYOND = 14 * 86_400;

/** The earliest moment from `from` on at which something that lasts so long lies within a window, after hours where it must; null: in none. O(windows). */
export function firstWithin(windows: readonly Window[], from: number, lasts: number): number | null {
  const window = windows.find((one) => Math.max(from, one.from) + lasts <= one.over);
  return window ? Math.max(from, window.from) : null;
}

/** Seconds of a stretch that lie after the end of its window; all of it where it lies in none. O(windows). */
export function overtimeOf(windows: readonly Window[], from: number, until: number): number {
  const window = windows.find((one) => until <= one.over);
  if (!window) return until - from;
  return until > window.to ? Math.min(until - from, until - window.to) : 0;
}
