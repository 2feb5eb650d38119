import { readingGrid, USUAL_PLACES, type PressCheck } from '@kanga/core/heat';
import {
  INK_NAMES,
  openEdges,
  STAND_IN,
  USUAL_CARD,
  USUAL_HOUSE,
  USUAL_PRESS,
  type Ink,
  type Media,
} from '@kanga/core/shop';
import { MM_PER_INCH } from '@kanga/core/units';
import type { Shop } from '@kanga/contract/shop';

const inches = (n: number) => n * MM_PER_INCH;
const id = (n: number) => `5b1a0c1e-0000-4000-8000-${String(n).padStart(12, '0')}`;
const [DESK, ROLL] = [id(201), id(202)];
/** Unprintable edges of a sheet-fed printer: deep where its rollers grip. */
const gripped = { top: 3, right: 3.4, bottom: 12.7, left: 3.4 };

const inks = (perSquareMetre: number, price: number): Ink[] =>
  INK_NAMES.map((name) => ({ name, perSquareMetre, price }));
const cutPaper = (left: number, price: number): Pick<Media, 'left' | 'price' | 'card' | 'offcut'> => ({
  left,
  price,
  card: USUAL_CARD,
  offcut: false,
});

/** A check with readings at the usual places, of a plate that is off by what `f` says; whole degrees, as a thermometer shows. */
const checked = (
  at: string,
  width: number,
  depth: number,
  f: (u: number, v: number) => number,
  strips: Partial<PressCheck['strips']>,
): PressCheck => ({
  at,
  by: 'Wren',
  dial: 200,
  readings: readingGrid({ width, depth }, USUAL_PLACES, USUAL_PLACES).map(({ x, y }) => ({
    x,
    y,
    celsius: Math.round(f((2 * x) / width - 1, (2 * y) / depth - 1)),
  })),
  strips: { front: 'held', back: 'held', left: 'held', right: 'held', ...strips },
  curved: false,
});

/** An invented shop: two presses with different faults, a desktop sheet printer and a roll printer. */
export const DEMO_SHOP: Shop = {
  settings: {
    shopName: 'Larkfield Transfer Works',
    units: { length: 'mm', temperature: 'C', pressure: 'kPa' },
    dates: 'iso',
    bench: 'dark',
    sounds: true,
    house: USUAL_HOUSE,
    energy: 120,
    people: ['Wren', 'Juniper', 'Odo'],
    parcels: {
      boxes: [
        { name: 'Padded bag', inside: [340, 250, 45], weight: 28 },
        { name: 'Small carton', inside: [250, 175, 100], weight: 95 },
        { name: 'Middle carton', inside: [350, 270, 180], weight: 210 },
        { name: 'Large carton', inside: [600, 400, 300], weight: 480 },
        { name: 'Mat tube', inside: [650, 130, 130], weight: 320 },
      ],
      shipping: [
        { name: 'Large letter', weight: 1000, longest: 353, girth: 953, price: 295 },
        { name: 'Parcel to 2 kg', weight: 2000, longest: 600, girth: null, price: 549 },
        { name: 'Parcel to 10 kg', weight: 10_000, longest: 1200, girth: 3000, price: 1049 },
        { name: 'Parcel to 30 kg', weight: 30_000, longest: 1200, girth: 3000, price: 1899 },
      ],
      care: {},
    },
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  },
  presses: [
    {
      id: id(101),
      name: 'Back press',
      kind: 'swing-away',
      platen: { width: inches(16), depth: inches(20) },
      heatLimit: 225,
      opening: 32,
      warmUp: 840,
      recovery: 20,
      table: 300,
      controller: STAND_IN,
      pads: [
        { kind: 'foam', width: 360, depth: 360, thickness: 12 },
        { kind: 'silicone', width: 380, depth: 480, thickness: 6 },
      ],
      remark: 'Reads hot towards the back.',
      open: openEdges('swing-away'),
      // Hot at the back, as it is remembered: about 12 °C from the front to the back.
      check: checked('2026-11-18T07:30:00.000Z', inches(16), inches(20), (u, v) => 197 - 6 * v - 1.5 * u * u, {}),
    },
    {
      id: id(102),
      name: 'Front press',
      kind: 'clamshell',
      platen: { width: inches(15), depth: inches(15) },
      heatLimit: 215,
      opening: 22,
      warmUp: 600,
      recovery: 30,
      table: 0,
      controller: null,
      pads: [{ kind: 'foam', width: 250, depth: 280, thickness: 10 }],
      remark: 'Pinches at the hinge: light at the front.',
      open: openEdges('clamshell'),
      check: checked('2026-10-02T07:40:00.000Z', inches(15), inches(15), (u, v) => 201 - 2 * u * u - 3 * v * v, {
        front: 'slid',
      }),
    },
    {
      ...USUAL_PRESS,
      id: id(103),
      name: 'Mug press',
      kind: 'mug press',
      platen: { width: 250, depth: 120 },
      heatLimit: 215,
      remark: 'One element, for mugs and small tumblers.',
      open: openEdges('mug press'),
      check: null,
    },
  ],
  printers: [
    {
      id: DESK,
      name: 'Desk printer',
      mirroredBy: 'kanga',
      dye: 'ink',
      resolution: 360,
      address: STAND_IN,
      inks: inks(13, 0.28),
      mirrorTest: null,
    },
    {
      id: ROLL,
      name: 'Roll printer',
      mirroredBy: 'kanga',
      dye: 'ink',
      resolution: 360,
      address: STAND_IN,
      inks: inks(11, 0.14),
      mirrorTest: null,
    },
  ],
  media: [
    {
      id: id(301),
      printerId: DESK,
      name: 'A4',
      kind: 'cut',
      width: 210,
      length: 297,
      margins: gripped,
      ...cutPaper(86, 0.19),
    },
    {
      id: id(302),
      printerId: DESK,
      name: 'Letter',
      kind: 'cut',
      width: inches(8.5),
      length: inches(11),
      margins: gripped,
      ...cutPaper(40, 0.19),
    },
    {
      id: id(303),
      printerId: DESK,
      name: '13 × 19 in',
      kind: 'cut',
      width: inches(13),
      length: inches(19),
      margins: gripped,
      ...cutPaper(112, 0.55),
    },
    {
      id: id(304),
      printerId: ROLL,
      name: '610 mm roll',
      kind: 'roll',
      width: 610,
      length: 3000,
      margins: { top: 5, right: 5, bottom: 5, left: 5 },
      left: 41_500,
      price: 1.1,
      card: { ...USUAL_CARD, paperKind: 'sublimation, high release', source: 'roll' },
      offcut: false,
    },
  ],
};

/** Blanks by their place on the built-in shelf. */
export const BLANK = { tee: 0, sock: 1, cushion: 2, mask: 3, bag: 4, sleeve: 5 } as const;
