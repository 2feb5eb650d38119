import type { Art, ArtFacts, PictureItem, Placement } from '../art/index.js';
import { USUAL_CARD, USUAL_INKS, USUAL_PRESS } from '../shop/index.js';
import { USUAL_SHEET, type Paper, type Tiling } from '../sheet/index.js';
import type { Job, ShopFloor } from '../job/index.js';

export { boxlikeGoods } from './boxes.js';
export { boxesToNest, faultsOfLayout, nestedAfter } from './layouts.js';
export { sampleOrder, sampleOrderJob } from './order.js';
export { runDay } from './day-run.js';
export { keptPromises } from './day-weeks.js';
export { faultsOf, FT06, jobShop, madeShop, madeWork, plainTask } from './day.js';
export { mixedGoods, SQUARED_RECTANGLE, SQUARED_SQUARE } from './goods.js';
export {
  blankNamed,
  blankOf,
  checkedAs,
  madeBlank,
  mugPress,
  plateOf,
  pressFor,
  samplePlan,
  samplePress,
} from './presses.js';

/** Things to test with, for the tests of every layer: nothing of the application itself imports from here. */

const margins = { top: 3, right: 3, bottom: 12, left: 3 };

const plainPress = { ...USUAL_PRESS, open: { top: true, right: true, bottom: true, left: true }, check: null };
const plainPrinter = { dye: 'ink' as const, resolution: 360, address: null, inks: USUAL_INKS, mirrorTest: null };
const plainPaper = { left: null, price: null, card: USUAL_CARD, offcut: false };

export const sampleFloor: ShopFloor = {
  presses: [
    {
      id: 'small',
      name: 'Small',
      kind: 'clamshell',
      platen: { width: 300, depth: 300 },
      heatLimit: 215,
      remark: '',
      ...plainPress,
    },
    {
      id: 'large',
      name: 'Large',
      kind: 'swing-away',
      platen: { width: 406, depth: 508 },
      heatLimit: 225,
      remark: '',
      ...plainPress,
    },
    {
      id: 'mugs',
      name: 'Mugs',
      kind: 'mug press',
      platen: { width: 250, depth: 120 },
      heatLimit: 215,
      remark: '',
      ...plainPress,
    },
  ],
  printers: [
    { id: 'desk', name: 'Desk', mirroredBy: 'kanga', ...plainPrinter },
    { id: 'roll', name: 'Roll', mirroredBy: 'driver', ...plainPrinter },
  ],
  media: [
    { id: 'a4', printerId: 'desk', name: 'A4', kind: 'cut', width: 210, length: 297, margins, ...plainPaper },
    { id: 'a3', printerId: 'desk', name: 'A3+', kind: 'cut', width: 483, length: 600, margins, ...plainPaper },
    {
      id: 'wide',
      printerId: 'roll',
      name: '610 mm roll',
      kind: 'roll',
      width: 610,
      length: 3000,
      margins,
      ...plainPaper,
    },
  ],
};

export const samplePicture = (
  artId = 'a',
  placement: Placement | null = null,
  more: Partial<PictureItem> = {},
): PictureItem => ({
  kind: 'picture',
  id: `on-${artId}`,
  artId,
  placement,
  repeat: 'once',
  mirroredInFile: false,
  ...more,
});

/** Paper of 8 ½ × 11 in, with the margins of a desktop printer. */
export const letterPaper: Paper = {
  kind: 'cut',
  width: 215.9,
  length: 279.4,
  margins: { top: 3, right: 3, bottom: 12, left: 3 },
};

/** A print in two parts side by side that overlap, its seam straight and where Kanga puts it. */
export const sampleTiling = (change: Partial<Tiling> = {}): Tiling => ({
  side: 0,
  columns: 2,
  rows: 1,
  join: 'overlap',
  straight: true,
  upright: null,
  level: null,
  ...change,
});

export const sampleJob = (change: Partial<Job> = {}): Job => ({
  id: 'j',
  number: 12,
  name: 'Tees',
  customer: '',
  due: null,
  pieces: 4,
  status: 'open',
  reached: 'blank',
  version: 3,
  blankId: 'b',
  bleed: null,
  design: [
    { fill: 'own', items: [samplePicture()] },
    { fill: 'same', items: [] },
  ],
  run: null,
  mediaId: null,
  gap: null,
  sheet: USUAL_SHEET,
  pressId: null,
  overrides: {},
  waivers: [],
  approval: null,
  createdAt: '',
  updatedAt: '',
  closedAt: null,
  ...change,
});

export const sampleFacts = (width = 6000, height = 6000, more: Partial<ArtFacts> = {}): ArtFacts => ({
  width,
  height,
  hasAlpha: false,
  transparentShare: 0,
  faintShare: 0,
  rim: { opaqueShare: 1, nearWhiteShare: 0 },
  mask: null,
  maps: null,
  vector: false,
  profile: null,
  ...more,
});

export const sampleArt = (facts: ArtFacts = sampleFacts(), more: Partial<Art> = {}): Art => ({
  id: 'a',
  name: 'sky.png',
  sha256: '',
  bytes: 1,
  mediaType: 'image/png',
  page: 1,
  pages: 1,
  demo: true,
  facts,
  ...more,
});
export { benchPlan, benchTime, COOL, LAY, LINT, moved, PEEL, PREPRESS, PRESS, RECOVER, UNLOAD } from './bench.js';
export { trialPress } from './dial-trial.js';
export { pressedCloth, type PressedCloth, pressedColour, pressedPatches } from './pressed-cloth.js';
export { FILIP, LONGLEY } from './strd.js';
export { judgePlates, plateTrials } from './plates.js';
export { guillotined } from './guillotine.js';
export { jigsaw } from './jigsaw.js';
export { apart, shapeError } from './alike.js';
export { grainy, MIXED_PHOTOS, type MixedPhoto, mixedPhoto, TRACED_SHAPES } from './mixed-photos.js';
export { sceneOf } from './scene.js';
