import {
  layBed,
  LEAST_OVERLAP,
  planSections,
  type Bed,
  type BedRequest,
  type HangOff,
  type Place,
  type SectionGrid,
  type Sections,
} from '../bed/index.js';
import { isHardGoods, type Blank, type Edge, type Template } from '../blank/index.js';
import { areaOf, boundsOf, polygonOf, unionOf, type Point, type Rect } from '../geometry/index.js';
import { heatAt, mapOf, TOLERANCE, usableZone, type HeatMap, type UsableZone } from '../heat/index.js';
import type { Press } from '../shop/index.js';
import type { Layer } from './layers.js';

/** Where the pieces lie on the plate, which part of it can be used, and how what is larger is pressed. */
export interface PressBed {
  /** Where the plate is even enough; all of it while nobody checked. */
  zone: Rect;
  /** What the check says of that zone; null: never checked. */
  usable: UsableZone | null;
  /** The print on the plate: its box without bleed for prints that run off the blank. */
  print: { width: number; height: number };
  /** Where the print begins on its side, from the corner of the print area, mm; plans of before did not say: with its bleed. */
  from?: Point;
  /** Null when the print is larger than the plate. */
  bed: Bed | null;
  /** Hottest and coolest under the print, °C, when it reaches beyond the even part of the plate. */
  uneven: { hottest: number; coolest: number } | null;
  /** Null when it fits at once, or no sections would do. */
  sections: Sections | null;
  /** Of a print that is pressed in sections on a plate that is not even: on its even part alone, or on all of it where that takes fewer. The one that was not taken stands beside it; left out: there is no other. */
  way?: SectionWay;
  otherWay?: SectionWay;
  /** How far the blank hangs out beyond the plate at most while it is pressed in sections, by edge, mm; 0 where it lies on it at once. */
  hangsOut: Record<Edge, number>;
}

/** On which part of the plate a print is pressed in sections. */
export const SECTIONINGS = ['even', 'whole'] as const;
export type Sectioning = (typeof SECTIONINGS)[number];

/** A way to press a print in sections: how many, and between which temperatures its places lie, °C. */
export interface SectionWay {
  on: Sectioning;
  count: number;
  hottest: number;
  coolest: number;
}

/** How much further off than wanted a place may be before another seam is the lesser evil, in tolerances. Common practice, no published source; the figure is ours. */
const WORTH_A_SEAM = 2;

/** What a seam between pressings costs along a side of the print, by its distance from the print's left or top edge; dearer where the picture is busy. */
export interface SeamLook {
  across: (x: number) => number;
  down: (y: number) => number;
}

/** How far a place may be off what is wanted, °C: white cloth yellows and dark art pales sooner than a coating does. Common practice, no published source. */
export const toleranceOf = (blank: Blank): number => (isHardGoods(blank.family) ? TOLERANCE + 3 : TOLERANCE);

/** What has to hang off, in the coordinates of the print that is pressed. */
const hangOffsOf = (blank: Blank, side: number, from: Point): HangOff[] =>
  (blank.sides[side]?.keepOuts ?? [])
    .filter((keepOut) => keepOut.hangsOff)
    .map(({ kind, area }) => {
      const box = boundsOf(area);
      return { kind, area: { ...box, x: box.x - from.x, y: box.y - from.y } };
    });

const printsOf = ({ pieces }: Bed): Rect[] => pieces.map(({ print }) => print);

/** Hottest and coolest under prints on the plate, °C, at the dial that suits the even part. */
export function spanUnder(
  map: HeatMap,
  usable: UsableZone,
  prints: readonly Rect[],
): { hottest: number; coolest: number } {
  const shift = usable.dial - map.dial;
  const values = prints.flatMap(({ x, y, width, height }) =>
    [0, 0.5, 1].flatMap((u) => [0, 0.5, 1].map((v) => heatAt(map, x + u * width, y + v * height).celsius + shift)),
  );
  return { hottest: Math.max(...values), coolest: Math.min(...values) };
}

/** Keep-outs that lie on the plate with the rest, as boxes in the side's own coordinates. */
const bordersOf = (blank: Blank, side: number): Rect[] =>
  (blank.sides[side]?.keepOuts ?? []).filter(({ hangsOff }) => !hangsOff).map(({ area }) => boundsOf(area));

/** A seam through a keep-out lies where the cloth does, too: a slot or a seam under it prints as a line. What that adds. */
const KEEP_OUT_COST = 3;

/** The look of the picture, with the keep-outs inside the print added: both in the coordinates of the print that is pressed. */
function seamCosts(blank: Blank, side: number, from: Point, look: SeamLook | null): Partial<SeamLook> {
  const boxes = bordersOf(blank, side);
  if (!look && boxes.length === 0) return {};
  const hits = (at: number, from: number, length: number) => at > from && at < from + length;
  return {
    across: (x) =>
      (look?.across(x) ?? 0) + (boxes.some((box) => hits(x, box.x - from.x, box.width)) ? KEEP_OUT_COST : 0),
    down: (y) => (look?.down(y) ?? 0) + (boxes.some((box) => hits(y, box.y - from.y, box.height)) ? KEEP_OUT_COST : 0),
  };
}

const NOTHING: Record<Edge, number> = { top: 0, right: 0, bottom: 0, left: 0 };
const most = (a: Record<Edge, number>, b: Record<Edge, number>): Record<Edge, number> => ({
  top: Math.max(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
  left: Math.max(a.left, b.left),
});

/** How far a box reaches beyond another on each side, mm. */
const beyond = (box: Rect, inner: Rect): Record<Edge, number> => ({
  top: Math.max(0, inner.y - box.y),
  left: Math.max(0, inner.x - box.x),
  right: Math.max(0, box.x + box.width - inner.x - inner.width),
  bottom: Math.max(0, box.y + box.height - inner.y - inner.height),
});

interface Asked {
  press: Press;
  layers: readonly Layer[];
  /** °C. */
  wanted: number;
  /** How many wait. */
  pieces: number;
  /** Where it was laid by hand; null: where it lies best. */
  place: Place | null;
  look: SeamLook | null;
  /** How it was asked to be pressed in sections; null: as Kanga proposes. */
  sectioning: Sectioning | null;
  /** Rows and columns as they were moved by hand. */
  moved: SectionGrid | null;
}

/** Whether a print lies on a plate at all, either way round. */
export const fitsPlate = ({ width, height }: PressBed['print'], { platen }: Pick<Press, 'platen'>): boolean =>
  Math.max(width, height) <= Math.max(platen.width, platen.depth) &&
  Math.min(width, height) <= Math.min(platen.width, platen.depth);

interface Tried {
  on: Sectioning;
  zone: Rect;
  sections: Sections | null;
}

/** Hottest and coolest under the parts of a print that a way presses, °C. */
function spanOf({ zone, sections }: Tried, box: Rect, map: HeatMap, usable: UsableZone) {
  const print = (sections?.sections ?? []).map(({ area, turned }): Rect => {
    const left = Math.max(area.x, box.x);
    const top = Math.max(area.y, box.y);
    const width = Math.min(area.x + area.width, box.x + box.width) - left;
    const height = Math.min(area.y + area.height, box.y + box.height) - top;
    const [dx, dy] = [left - area.x, top - area.y];
    return turned
      ? { x: zone.x + dy, y: zone.y + dx, width: height, height: width }
      : { x: zone.x + dx, y: zone.y + dy, width, height };
  });
  return spanUnder(map, usable, print);
}

/** Which way of pressing in sections is taken: the fewest seams, unless the plate is too far off where they would be saved; or as it was asked. */
function chosenWay(
  tried: readonly Tried[],
  given: {
    box: Rect;
    map: HeatMap | null;
    usable: UsableZone | null;
    wanted: number;
    tolerance: number;
    asked: Sectioning | null;
  },
): Pick<PressBed, 'sections' | 'way' | 'otherWay'> {
  const { box, map, usable, wanted, tolerance, asked } = given;
  const [even, whole] = tried;
  const fewer = whole?.sections && (!even?.sections || whole.sections.sections.length < even.sections.sections.length);
  if (!even || !whole || !fewer || !map || !usable) return { sections: even?.sections ?? null };
  const wayOf = (one: Tried): SectionWay => ({
    on: one.on,
    count: one.sections?.sections.length ?? 0,
    ...spanOf(one, box, map, usable),
  });
  if (!even.sections) return { sections: whole.sections, way: wayOf(whole) };
  const [careful, quick] = [wayOf(even), wayOf(whole)];
  const off = Math.max(quick.hottest - wanted, wanted - quick.coolest);
  const takes = asked ?? (off <= WORTH_A_SEAM * tolerance ? 'whole' : 'even');
  return takes === 'whole'
    ? { sections: whole.sections, way: quick, otherWay: careful }
    : { sections: even.sections, way: careful, otherWay: quick };
}

/** Lays one side of a blank on the plate, or cuts its print into sections. */
export function bedOf(blank: Blank, side: number, template: Template, asked: Asked): PressBed {
  const { press, layers, wanted, pieces, place, look, moved } = asked;
  const map = mapOf(press);
  const usable = map ? usableZone(map, wanted, toleranceOf(blank)) : null;
  const whole = { x: 0, y: 0, width: press.platen.width, height: press.platen.depth };
  const zone = usable?.zone ?? whole;
  const overhangs = blank.style === 'edge to edge';
  const { width, height, ...from } = overhangs
    ? { x: 0, y: 0, width: template.width, height: template.height }
    : template.bleedBox;
  const print = { width, height };
  const hangOffs = hangOffsOf(blank, side, from);
  const lies = unionOf([{ x: 0, y: 0, ...print }, ...hangOffs.map(({ area }) => area)]);
  const request: BedRequest = {
    print,
    blank: lies,
    hangOffs,
    platen: press.platen,
    zone,
    open: press.open,
    pad: layers.some(({ role }) => role === 'pad'),
    pieces: blank.jig ? Math.min(pieces, 2) : pieces,
    reach: overhangs ? template.bleed : 0,
    // What is larger than the plate is pressed in sections, wherever something else was laid before it.
    place: fitsPlate(print, press) ? place : null,
  };
  const base = { zone, usable, print, from, bed: null, uneven: null, sections: null, hangsOut: NOTHING };
  const within = layBed(request);
  if (within) {
    const beside = within.faults.includes('beyond the even part');
    const uneven = map && usable && beside ? spanUnder(map, usable, printsOf(within)) : null;
    return { ...base, bed: within, uneven };
  }
  // A little beyond the even part is pressed at once all the same: two pressings would leave more of a mark.
  const wide = map && usable ? layBed({ ...request, zone: whole, pieces: 1 }) : null;
  if (map && usable && wide) return { ...base, bed: wide, uneven: spanUnder(map, usable, printsOf(wide)) };
  const outline = overhangs ? polygonOf(template.outline) : template.bleedPolygon;
  const { across = null, down = null } = seamCosts(blank, side, from, look);
  const box = boundsOf(outline);
  const on = ({ width, height }: Rect) =>
    planSections(
      { outline, box, zone: { width, height }, overlap: LEAST_OVERLAP, costAcross: across, costDown: down, moved },
      areaOf(outline),
    );
  const { sections, ...ways } = chosenWay(
    [
      { on: 'even', zone, sections: on(zone) },
      { on: 'whole', zone: whole, sections: usable && zone !== whole ? on(whole) : null },
    ],
    { box, map, usable, wanted, tolerance: toleranceOf(blank), asked: asked.sectioning },
  );
  const all = unionOf([box, ...bordersOf(blank, side)]);
  const hangsOut = (sections?.sections ?? []).map(({ area }) => beyond(all, area)).reduce(most, NOTHING);
  const reached = ways.way?.on === 'whole' ? { hottest: ways.way.hottest, coolest: ways.way.coolest } : null;
  return { ...base, ...ways, sections, hangsOut, uneven: reached };
}
