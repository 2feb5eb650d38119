import type { ShopUnits } from '../units/index.js';

export const PRESS_KINDS = ['clamshell', 'swing-away', 'draw', 'auto-open'] as const;

/** A heat press of the shop. */
export interface Press {
  id: string;
  name: string;
  kind: (typeof PRESS_KINDS)[number];
  /** Upper plate, mm: across and front to back. */
  platen: { width: number; depth: number };
  /** The highest temperature it may be set to, °C. */
  heatLimit: number;
  /** What the shop knows about it, in its own words. */
  remark: string;
}

/** Unprintable edges, mm. */
export interface Margins {
  top: number;
  right: number;
  bottom: number;
  left: number;
}

/** A printer of the shop, and who mirrors: exactly one of Kanga and its driver. */
export interface Printer {
  id: string;
  name: string;
  mirroredBy: 'kanga' | 'driver';
}

/** Paper in one printer. A roll's `length` is the longest piece that can be printed in one go. */
export interface Media {
  id: string;
  printerId: string;
  name: string;
  kind: 'cut' | 'roll';
  width: number;
  length: number;
  margins: Margins;
}

/** How the shop likes things shown and done. */
export interface Settings {
  shopName: string;
  units: ShopUnits;
  /** `2026-12-03`, or `Thu 3 Dec 2026`. */
  dates: 'iso' | 'words';
  /** The ground of the bench screen. */
  bench: 'dark' | 'light';
  sounds: boolean;
}
