import { chain, rotation, scaling, translation, type Rect, type Transform } from '../geometry/index.js';
import type { Printer } from '../shop/index.js';
import { CODE_STRIP, LABEL_STRIP, NAMED_STRIP, type PartKind } from './part.js';

/** Where the three things of a label stand, mm in the label's own coordinates, which read from its top-left corner. */
export interface LabelPlan {
  /** A triangle that points to the part's upper edge. */
  arrow: { x: number; y: number }[];
  /** One line below the other. */
  lines: Rect[];
  /** Null on a label without a code. */
  code: Rect | null;
}

/** How long its words may be, and how high it is. */
const sizeOf = ({ width, height, turned }: PartKind['label']) =>
  turned ? { width: height, height: width } : { width, height };

/** Lays out a label of a kind: `▲ words`, and under or beside them the code. */
export function planLabel({ label }: Pick<PartKind, 'label'>): LabelPlan {
  const { width, height } = sizeOf(label);
  const code = height >= CODE_STRIP ? { x: 0.5, y: 0.5, width: CODE_STRIP - 1, height: CODE_STRIP - 1 } : null;
  const left = code ? CODE_STRIP + 1 : 0;
  const line = Math.min(height, LABEL_STRIP);
  const from = { x: left + 3.2, width: width - left - 3.4 };
  return {
    // Words that run down have the part's upper edge before them.
    arrow: label.turned
      ? [
          { x: left + 2.4, y: line * 0.27 },
          { x: left + 0.4, y: line * 0.47 },
          { x: left + 2.4, y: line * 0.67 },
        ]
      : [
          { x: left + 0.4, y: line * 0.7 },
          { x: left + 1.4, y: line * 0.25 },
          { x: left + 2.4, y: line * 0.7 },
        ],
    lines: [
      { ...from, y: 0, height: line },
      ...(height >= NAMED_STRIP ? [{ x: left + 0.4, y: line, width: width - left - 0.6, height: height - line }] : []),
    ],
    code,
  };
}

/**
 * From a label's own coordinates to its part's. When the driver mirrors the page, words that are not part of the print are written
 * mirrored, so that they read right on the paper.
 */
export function labelToPart({ label }: Pick<PartKind, 'label'>, mirroredBy: Printer['mirroredBy']): Transform {
  const { x, y, width } = label;
  const over = mirroredBy === 'driver';
  if (!label.turned)
    return chain(over ? chain(scaling(-1, 1), translation(width, 0)) : translation(0, 0), translation(x, y));
  // Turned over along their own line, words that run down still do so, and their arrow points up.
  const flipped = over ? chain(scaling(1, -1), translation(0, width)) : translation(0, 0);
  return chain(flipped, rotation(90), translation(x + width, y));
}

export interface LabelWords {
  jobNumber: number;
  piece: number;
  pieces: number;
  /** The kind's own name; empty when there is one alone. */
  name: string;
  /** What is cut and kept where it is joined; empty when it joins nothing. */
  joins: string;
  /** What is printed on the piece of its row; empty where all pieces are alike. */
  names: string;
  /** What the job is called: what there is no room for is cut off. */
  job: string;
}

/** What a label says in so many lines: the job, the piece, the side, where it is cut, then what else fits; names on a line of their own where there is one. Pieces count from 1. */
export function labelWords({ jobNumber, piece, pieces, name, joins, names, job }: LabelWords, lines: number): string[] {
  const said = (...texts: string[]) => texts.filter((text) => text !== '').join(' · ');
  const which = `${piece}/${pieces}${name ? ` ${name}` : ''}`;
  return lines > 1
    ? [said(`${jobNumber}`, which, joins, names === '' ? '' : job), names === '' ? job : names]
    : [said(`${jobNumber}`, which, joins, names, job)];
}
