import type { Finding, Severity } from '../../finding/index.js';
import type { Rect } from '../../geometry/index.js';

/** Where something is: the side, and the places on it. */
export interface Spot {
  side: number;
  marks?: Rect[];
}

/** A finding about the art. */
export const artFinding = (
  code: string,
  severity: Severity,
  title: string,
  why: string,
  remedy: string,
  { side, marks }: Spot,
): Finding => ({
  code,
  severity,
  title,
  why,
  remedy,
  where: { stage: 'art', side, ...(marks && marks.length > 0 ? { marks } : {}) },
  waivable: true,
});
