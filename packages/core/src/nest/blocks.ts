import { nth, seeded } from '../numbers/index.js';
import type { Prepared } from './lay.js';
import { hasPins } from './problem.js';
import { profileOf, type ProfileStep } from './profile.js';

/** A shape in one of its turns, as steps. */
export interface Block {
  turn: number;
  width: number;
  height: number;
  steps: readonly ProfileStep[];
  /** mm². */
  area: number;
  /** From the corner of its box to the shape's own origin, mm. */
  dx: number;
  dy: number;
}

/** The blocks of all shapes, in arrays that are gone through fast. */
export interface Blocks {
  /** The shape of each thing. */
  shape: Int32Array;
  /** By shape, where its blocks begin; then where they end. */
  first: Int32Array;
  /** By block. */
  width: Float64Array;
  height: Float64Array;
  /** 1: a box; 0: of several steps. */
  boxes: Uint8Array;
  all: Block[];
  /** By shape, mm², and a number at random by which what is left is told apart. */
  area: number[];
  mark: number[];
}

/** Null when a thing is no box in any of its turns, is pinned, or belongs to a group. */
export function blocksOf({ problem, shapes }: Prepared): Blocks | null {
  if (problem.groups || hasPins(problem)) return null;
  const byShape = shapes.map((turns) =>
    turns.flatMap(({ turn, polygon, width, height, dx, dy }): Block[] => {
      const steps = profileOf(polygon);
      if (!steps) return [];
      const area = steps.reduce((sum, step) => sum + step.width * (step.far - step.near), 0);
      return [{ turn, width, height, steps, area, dx, dy }];
    }),
  );
  if (byShape.some((own) => own.length === 0)) return null;
  return blocksFrom(problem.things, byShape);
}

/** Of things, each of a shape, and the blocks of each shape. */
export function blocksFrom(shape: readonly number[], byShape: readonly Block[][]): Blocks {
  const all = byShape.flat();
  const first = new Int32Array(byShape.length + 1);
  byShape.forEach((own, i) => {
    first[i + 1] = nth(first, i) + own.length;
  });
  const random = seeded(all.length);
  return {
    shape: Int32Array.from(shape),
    first,
    width: Float64Array.from(all, ({ width }) => width),
    height: Float64Array.from(all, ({ height }) => height),
    boxes: Uint8Array.from(all, ({ steps }) => (steps.length === 1 ? 1 : 0)),
    all,
    area: byShape.map(([one]) => one?.area ?? 0),
    mark: byShape.map(() => Math.floor(random() * 0x7fffffff)),
  };
}

/** The blocks of a thing. */
export function blocksOfThing({ shape, first, all }: Blocks, thing: number): Block[] {
  const kind = nth(shape, thing);
  return all.slice(nth(first, kind), nth(first, kind + 1));
}
