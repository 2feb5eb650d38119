import type { Polygon } from '../geometry/index.js';

/** One kind of thing to be laid down; things that are alike share it. */
interface NestShape {
  /** The room it needs, with its gap and its label, mm; turned about the origin of its coordinates. */
  room: Polygon;
  /** The turns that are allowed, degrees clockwise. */
  turns: readonly number[];
}

/** Where a thing lies: turned about its origin, then moved. */
export interface Spot {
  sheet: number;
  x: number;
  y: number;
  turn: number;
}

export interface NestProblem {
  shapes: readonly NestShape[];
  /** The shape of each thing. */
  things: readonly number[];
  /** Things of one group lie on one sheet; null: on its own. */
  groups?: readonly (number | null)[];
  /** Where things lie that must not be moved; null: free. */
  pinned?: readonly (Spot | null)[];
  /** The ground of every sheet, mm, from 0. */
  width: number;
  length: number;
  /** Sheets are whole (`cut`), or as long as what lies on them (`roll`). */
  kind: 'cut' | 'roll';
}

/** Whether something lies where it must not be moved. */
export const hasPins = ({ pinned }: NestProblem): boolean => pinned?.some((pin) => pin !== null) === true;

export interface NestResult {
  /** One for each thing. */
  spots: Spot[];
  /** The length that is taken up on each sheet, mm. */
  lengths: number[];
}

/** How good a result is; less is better, the first number that differs decides. Cut: sheets, then the length of the last; roll: all lengths. */
export const costOf = ({ kind }: Pick<NestProblem, 'kind'>, { lengths }: NestResult): number =>
  kind === 'roll'
    ? lengths.reduce((sum, length) => sum + length, 0)
    : (lengths.length - 1) * 1e5 + Math.min(...(lengths.length > 0 ? lengths : [0]));

/** Nothing lies right that is larger than the ground: says which shape, and what it needs at least. */
export class TooLarge extends Error {
  constructor(readonly shape: number) {
    super(`the shape ${shape} is larger than the ground in every turn that is allowed`);
  }
}
