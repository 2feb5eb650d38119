import type { Spot } from '../nest/index.js';
import type { Media } from '../shop/index.js';

/** How parts of one print meet: on soft goods one keeps a tail beneath its neighbour, on hard goods they stand edge to edge. */
export const JOINS = ['overlap', 'butt'] as const;
export type Join = (typeof JOINS)[number];

/** A print that is cut into parts because it is larger than the paper. */
export interface Tiling {
  side: number;
  columns: number;
  rows: number;
  join: Join;
  /** Seams run straight, or wind through quiet places near where they stand. */
  straight: boolean;
  /** Where the upright and the level seams stand, mm in the side's coordinates; null: where the picture is quiet. */
  upright: number[] | null;
  level: number[] | null;
  /** How far a part reaches beneath its neighbour where they overlap, mm; left out: as usual. */
  tail?: number;
  /** Crosses and words stand along the seams; left out: they do. Without them a part may be as large as the paper. */
  marked?: boolean;
  /** Parts reach to the edges that can be printed, with their labels and the foot of the sheet beside them; left out: they do not. Cut paper alone. */
  tight?: boolean;
}

/** How a print is divided. */
export type Division = Pick<Tiling, 'columns' | 'rows'>;

/** Where every part lies, as somebody or the nesting left it. */
export interface Arrangement {
  /** Of the tray and the paper it was made for: another one voids it. */
  fingerprint: string;
  spots: Spot[];
  /** Parts that stay where they are when the rest is nested again. */
  pinned: number[];
}

export const PART_TURNS = ['quarter', 'any'] as const;
export type PartTurns = (typeof PART_TURNS)[number];

/** The turns that each choice allows, degrees clockwise: any way means by fifteen at a time. */
export const ALLOWED_TURNS: Readonly<Record<PartTurns, readonly number[]>> = {
  quarter: [0, 90, 180, 270],
  any: Array.from({ length: 24 }, (_, i) => i * 15),
};

/** What is chosen for the paper of a job. */
export interface SheetChoices {
  /** Both sides on one sheet that folds round the blank. */
  folded: boolean;
  /** All parts of a piece on one sheet. */
  together: boolean;
  /** The turns that nesting may give a part. */
  turns: PartTurns;
  /** Least distance of a part from the edge of the paper that can be printed, mm. */
  edge: number;
  /** Whether labels carry a code that opens the piece at the press. */
  codes: boolean;
  tilings: Tiling[];
  arrangement: Arrangement | null;
}

/** Whether parts may reach to the edges: on cut paper, where one side alone is printed. What else lies on the sheets would have to do without its room for label and foot. */
export const mayReachEdges = ({ kind }: Pick<Media, 'kind'>, printed: readonly number[]): boolean =>
  kind === 'cut' && printed.length === 1;

/** Whether parts of a print reach to the edges of this paper. */
export const reachesEdges = (
  { tilings }: Pick<SheetChoices, 'tilings'>,
  paper: Pick<Media, 'kind'>,
  printed: readonly number[],
): boolean => mayReachEdges(paper, printed) && tilings.some(({ side, tight }) => tight === true && side === printed[0]);

/** Choices nobody has made yet. */
export const USUAL_SHEET: SheetChoices = {
  folded: false,
  together: false,
  turns: 'quarter',
  edge: 0,
  codes: false,
  tilings: [],
  arrangement: null,
};

/** Gap between pieces, mm. */
export const GAP_LIMITS = { least: 6, usual: 8, most: 60 };
/** Room between pieces whose edges are torn, mm: half of it hangs on each as a feathered rim. From memory, no published source: about 1/2 in. */
export const TORN_GAP = 24;

/** Limits: sheets a print may be cut into each way; mm of the edge strip and of a tail; parts that an arrangement holds. */
export const SHEET_LIMITS = { tiles: 4, edge: 100, arranged: 2000, tail: { least: 2, most: 20 } };
