import type { Rect } from '../geometry/index.js';
import { CODE_CELLS, cellsOf, type TargetCode } from './code.js';

/** The size of a target, mm, and how thick the frame is by which it is found. */
export const TARGET = { width: 70, height: 50, frame: 2 };
/** Cloth that is left bare round a target, mm: to be found by, and to write on. */
export const TARGET_GAP = 8;

/** Shares of the inks, 0 to 1. */
export interface Inks {
  cyan: number;
  magenta: number;
  yellow: number;
  black: number;
}
const ink = (part: Partial<Inks>): Inks => ({ cyan: 0, magenta: 0, yellow: 0, black: 0, ...part });

/** The patches of a target by name: solid inks, two at a time, half tints and greys. */
export const PATCHES = {
  cyan: ink({ cyan: 1 }),
  magenta: ink({ magenta: 1 }),
  yellow: ink({ yellow: 1 }),
  black: ink({ black: 1 }),
  'grey 60': ink({ black: 0.6 }),
  'grey 30': ink({ black: 0.3 }),
  red: ink({ magenta: 1, yellow: 1 }),
  green: ink({ cyan: 1, yellow: 1 }),
  blue: ink({ cyan: 1, magenta: 1 }),
  'half cyan': ink({ cyan: 0.5 }),
  'half magenta': ink({ magenta: 0.5 }),
  'half yellow': ink({ yellow: 0.5 }),
} as const satisfies Record<string, Inks>;
export type PatchName = keyof typeof PATCHES;
export const PATCH_NAMES = Object.keys(PATCHES) as PatchName[];

const rect = (x: number, y: number, width: number, height: number): Rect => ({ x, y, width, height });

/** Where everything lies on a target, mm from the corner of its frame, as it is to be seen on the cloth. */
export const PLACES = {
  patches: Object.fromEntries(
    PATCH_NAMES.map((name, i) => [name, rect(4.5 + (i % 6) * 10.3, 4.5 + Math.floor(i / 6) * 10.8, 9.5, 9.8)]),
  ) as Record<PatchName, Rect>,
  /** Nothing is printed here: what the heat does to the ground. */
  ground: rect(4.5, 28, 13, 17.5),
  /** Thin lines that stand alone: blur and ghosts are told by them. */
  upright: rect(23.5, 29, 0.6, 16),
  level: rect(29, 30.5, 16, 0.6),
  /** A block whose edges stand against bare cloth. */
  block: rect(31, 36.5, 8, 8),
  /** Fine lines, each thinner than the one before. */
  fine: [0.6, 0.4, 0.3, 0.2, 0.15].map((width, i) => rect(50 + i * 3, 28.5, width, 5)),
  code: rect(49, 36.2, 16.1, 9.2),
};

/** A part of a target in one mix of inks. */
export interface TargetShape extends Rect {
  inks: Inks;
}

/** Small words that are printed on a target, as outlines of their letters in mm; they tell by eye how small one may write. */
const KEY: Inks = ink({ black: 1 });

/** Everything that is printed on a target, as rectangles; where they meet, the code's cells join. */
export function targetShapes(code: TargetCode): TargetShape[] {
  const { width, height, frame } = TARGET;
  const black = (area: Rect): TargetShape => ({ ...area, inks: KEY });
  const cell = { width: PLACES.code.width / CODE_CELLS.columns, height: PLACES.code.height / CODE_CELLS.rows };
  return [
    black(rect(0, 0, width, frame)),
    black(rect(0, height - frame, width, frame)),
    black(rect(0, frame, frame, height - 2 * frame)),
    black(rect(width - frame, frame, frame, height - 2 * frame)),
    ...PATCH_NAMES.map((name) => ({ ...PLACES.patches[name], inks: PATCHES[name] })),
    black(PLACES.upright),
    black(PLACES.level),
    black(PLACES.block),
    ...PLACES.fine.map(black),
    ...cellsOf(code).flatMap((dark, i) =>
      dark
        ? [
            black(
              rect(
                PLACES.code.x + (i % CODE_CELLS.columns) * cell.width,
                PLACES.code.y + Math.floor(i / CODE_CELLS.columns) * cell.height,
                cell.width,
                cell.height,
              ),
            ),
          ]
        : [],
    ),
  ];
}
