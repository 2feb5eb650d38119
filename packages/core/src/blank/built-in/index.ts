import type { Blank } from '../blank.js';
import { FIRST_BLANKS } from './first.js';
import { HARD_BLANKS } from './hard.js';
import { SOFT_BLANKS } from './soft.js';

/** The shelf that comes with Kanga: every family of the reference chart. */
export const BUILT_IN_BLANKS: readonly Blank[] = [...FIRST_BLANKS, ...SOFT_BLANKS, ...HARD_BLANKS];
