import { rgb } from '@cantoo/pdf-lib';

/** What words and lines on a page are drawn with: the ink, and a softer one for what matters less. */
export const INK = rgb(0.09, 0.08, 0.12);
export const SOFT = rgb(0.33, 0.32, 0.37);
