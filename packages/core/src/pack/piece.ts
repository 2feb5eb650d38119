import type { OfPair } from '../blank/index.js';

/** A piece that is to be packed, with all that the table has to know of it. */
export interface PackPiece {
  jobId: string;
  /** The number of its job. */
  job: number;
  /** Counted from 0. */
  piece: number;
  blankId: string;
  /** The picture that it is known by; null: it has none. */
  artId: string | null;
  /** What it is, as the customer calls it. */
  what: string;
  size: string | null;
  /** Who it is for, or which it is, as its row has it; empty: all are alike. */
  name: string;
  /** Which of a pair it is, and the number of that pair in its job; null: it is none. */
  pair: { of: OfPair; number: number } | null;
  /** The number of its set, from 0; null: its line is of no set. */
  set: number | null;
  verdict: 'good' | 'spoiled' | null;
  /** When it is cool enough to be packed, ISO 8601; null: it was not pressed yet. */
  coolAt: string | null;
  /** The bag that it lies in; null: none. */
  bag: string | null;
}

/** Something that happened at the packing table; only ever added. */
export interface PackEvent {
  id: string;
  jobId: string;
  piece: number;
  kind: 'in' | 'out';
  bag: string;
  by: string | null;
}

/** Where a piece stands at the packing table. */
export type PackState = 'not pressed' | 'not judged' | 'spoiled' | 'warm' | 'ready' | 'packed';

/** Where a piece stands at a moment, ISO 8601. */
export function packState({ verdict, coolAt, bag }: PackPiece, now: string): PackState {
  if (bag !== null) return 'packed';
  if (verdict === 'spoiled') return 'spoiled';
  if (coolAt === null) return 'not pressed';
  if (verdict === null) return 'not judged';
  return now < coolAt ? 'warm' : 'ready';
}

/** What a label says: which piece of which job, and of which Kanga. */
export interface PieceCode {
  job: number;
  /** Counted from 0. */
  piece: number;
  /** The place that its code leads to; null: it was typed. */
  origin: string | null;
}

const ADDRESS = /^(https?:\/\/[^/\s]+)\/p\/(\d{1,9})\/(\d{1,6})\/?$/i;
const TYPED = /^#?\s*(\d{1,9})\s*[/.·\-\s]\s*(\d{1,6})$/;

/** Reads the code of a label, or what was typed of it: `21/3` is piece 3 of job 21. Null: it is neither. */
export function readPieceCode(text: string): PieceCode | null {
  const code = ADDRESS.exec(text.trim());
  const match = code ? code.slice(1) : TYPED.exec(text.trim());
  if (!match) return null;
  const [origin, job, piece] = [code ? (match[0] ?? '').toLowerCase() : null, Number(match[1]), Number(match[2])];
  return job < 1 || piece < 1 ? null : { job, piece: piece - 1, origin };
}
