import type { Layout, NoFit } from './layout.js';

/** Whether it went on sheets. By itself, so that whoever only asks this needs nothing of the laying out. */
export const isLayout = (outcome: Layout | NoFit): outcome is Layout => 'sheets' in outcome;
