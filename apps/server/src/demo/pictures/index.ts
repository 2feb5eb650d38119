import { cometTail, moonPhases, starChart } from './sky.js';
import { constellation, openNightBadge, orbits } from './spot.js';

export interface DemoPicture {
  draw: () => string;
  /** True for art on a clear ground, false for art that fills its whole face. */
  clear: boolean;
}

/** The demo pictures by name: each made for its blank at the size it is printed, bleed included. */
export const PICTURES = {
  'Open night badge.png': { draw: () => openNightBadge(266.7, 228.6, 3150), clear: true },
  'Comet tail.png': { draw: () => cometTail(127, 209.6, 1500), clear: false },
  'Star chart.png': { draw: () => starChart(392.7, 3100), clear: false },
  'Moon phases.png': { draw: () => moonPhases(190.5, 139.7, 2250), clear: false },
  'Star trail.png': { draw: () => constellation(280, 240, 3310), clear: true },
  'Orbits.png': { draw: () => orbits(106.4, 171.4, 1260), clear: false },
} as const satisfies Record<string, DemoPicture>;

export type PictureName = keyof typeof PICTURES;
