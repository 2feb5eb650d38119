import type { Blank } from './blank.js';

/** Which of a pair a piece is. */
export type OfPair = 'left' | 'right';

/** Whether goods are worn in pairs: each two pieces that follow one another are one. */
export const comesInPairs = ({ family }: Pick<Blank, 'family'>): boolean => family === 'sock';

/** Which of its pair a piece (from 0) is where they follow one another. */
export const pairInTurn = (piece: number): OfPair => (piece % 2 === 0 ? 'left' : 'right');
