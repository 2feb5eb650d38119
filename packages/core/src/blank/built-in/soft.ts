import type { Blank, KeepOut } from '../blank.js';
import { shapeOutline } from '../shapes.js';
import { boxKeepOut, builtIn, circle, inches, PURE, rectangle, side } from './make.js';

const tee = (number: number, size: string, width: number, drop: number, stock: number): Blank =>
  builtIn(number, {
    name: `Volunteer tee, size ${size}`,
    family: 'tee',
    range: 'Volunteer tee',
    size,
    layers: [0.5, 0.5],
    sides: [side('chest', rectangle(inches(width), inches(9)), [['collar', 'top', drop]])],
    style: 'spot',
    weight: 130 + width * 2,
    cost: 4.2,
    stock,
  });

/** What runs round a mat: rubber that takes no dye. */
const rubberBorder = (width: number, height: number, border: number): KeepOut[] => [
  boxKeepOut('rubber border', -border, -border, width + 2 * border, border),
  boxKeepOut('rubber border', -border, height, width + 2 * border, border),
  boxKeepOut('rubber border', -border, 0, border, height),
  boxKeepOut('rubber border', width, 0, border, height),
];

const childSock = shapeOutline('sock leg', { width: 84, ankle: 76, height: 150 });
const zipCase = rectangle(216, 128, 8);
const matArea = { width: inches(24.5), height: inches(12.5) };

/** Soft goods: cloth, foam and rubber. Sizes are believable ones for goods of the kind; the goods are invented. */
export const SOFT_BLANKS: readonly Blank[] = [
  tee(7, 'S', 9.5, 76, 18),
  tee(8, 'M', 10, 83, 30),
  tee(9, 'XL', 11, 95, 12),
  builtIn(10, {
    name: 'Running shirt, on foam',
    family: 'performance',
    fibre: { polyester: 92, cotton: 0, elastane: 8, other: 0 },
    layers: [0.35, 0.35],
    sides: [
      side('chest', rectangle(inches(10.5), inches(10)), [['collar', 'top', 80]]),
      side('back', rectangle(inches(10.5), inches(13)), [['collar', 'top', 60]]),
    ],
    style: 'spot',
    weight: 110,
    cost: 6.8,
    stock: 14,
  }),
  builtIn(11, {
    name: 'Child’s sock on a small jig',
    family: 'sock',
    range: 'Crew sock',
    size: '27–30',
    fibre: { polyester: 95, cotton: 0, elastane: 5, other: 0 },
    layers: [1.4, 1.4],
    sides: [side('left face', childSock, [['cuff', 'top', 20]]), side('right face', childSock, [['cuff', 'top', 20]])],
    wrap: 'sides',
    jig: 'Sock leg, card, small',
    jigs: 4,
    weight: 30,
    cost: 1.7,
    stock: 24,
  }),
  builtIn(12, {
    name: 'Cushion cover, long pile, 40 cm',
    family: 'cushion',
    surface: 'long pile',
    construction: { make: 'pile', pileHeight: 6, foamCore: false, coated: false },
    layers: [7, 1],
    sides: [side('front', rectangle(385, 385), [['zip', 'bottom', 10]])],
    weight: 290,
    cost: 5.4,
    stock: 16,
  }),
  builtIn(13, {
    name: 'Cushion cover, smooth, 40 cm',
    family: 'cushion',
    layers: [0.7, 0.7],
    sides: [side('front', rectangle(385, 385), [['zip', 'bottom', 8]])],
    weight: 130,
    cost: 3.1,
    stock: 33,
  }),
  builtIn(14, {
    name: 'Sequin cushion panel',
    family: 'sequin',
    surface: 'textured',
    construction: { make: 'film', pileHeight: 0, foamCore: false, coated: false },
    layers: [1.8, 1],
    sides: [
      side('panel', rectangle(300, 300), [
        ['seam', 'top', 6],
        ['zip', 'bottom', 45],
      ]),
    ],
    weight: 240,
    cost: 6.1,
    stock: 8,
  }),
  builtIn(15, {
    name: 'Shopping bag',
    family: 'bag',
    baseColour: '#f7f6f2',
    construction: { make: 'weave', pileHeight: 0, foamCore: false, coated: false },
    layers: [0.5, 0.5],
    sides: ['front', 'back'].map((name) =>
      side(name, rectangle(330, 340), [
        ['hem', 'top', 30],
        ['seam', 'bottom', 12],
      ]),
    ),
    style: 'spot',
    weight: 95,
    cost: 2.3,
    stock: 20,
  }),
  builtIn(16, {
    name: 'Zip case, neoprene',
    family: 'neoprene',
    fibre: { polyester: 94, cotton: 0, elastane: 6, other: 0 },
    construction: { make: 'knit', pileHeight: 0, foamCore: true, coated: false },
    layers: [3, 3],
    sides: ['front', 'back'].map((name) =>
      side(name, zipCase, [
        ['zip', 'top', 0],
        ['seam', 'bottom', 0],
      ]),
    ),
    weight: 70,
    cost: 2.7,
    stock: 22,
  }),
  builtIn(17, {
    name: 'Eyepiece pouch, neoprene',
    family: 'neoprene',
    fibre: { polyester: 92, cotton: 0, elastane: 8, other: 0 },
    construction: { make: 'knit', pileHeight: 0, foamCore: true, coated: false },
    layers: [2.5, 2.5],
    sides: [
      side('front', shapeOutline('trapezium', { width: 120, bottom: 96, height: 140 }), [
        ['drawcord', 'top', 18],
        ['seam', 'bottom', 0],
      ]),
    ],
    weight: 32,
    cost: 1.5,
    stock: 30,
  }),
  builtIn(18, {
    name: 'Neoprene coaster, round',
    family: 'neoprene',
    construction: { make: 'knit', pileHeight: 0, foamCore: true, coated: false },
    layers: [4],
    sides: [side('face', circle(inches(3.98)))],
    weight: 12,
    cost: 0.6,
    stock: 100,
  }),
  builtIn(19, {
    name: 'Door mat, rubber border',
    family: 'mat',
    surface: 'textured',
    construction: { make: 'pile', pileHeight: 3, foamCore: false, coated: false },
    layers: [6],
    sides: [
      side('face', rectangle(matArea.width, matArea.height), [], rubberBorder(matArea.width, matArea.height, 40)),
    ],
    makersSheet: {
      temperature: 207,
      dwell: 70,
      prePress: null,
      pressure: 'firm',
      peel: 'cold',
      limits: { temperature: 215, dwell: 90, pressure: null },
      remark: 'Two pressings; hold up what hangs out.',
    },
    weight: 2270,
    cost: 11.5,
    stock: 6,
  }),
  builtIn(20, {
    name: 'Mouse pad, fabric face',
    family: 'mouse pad',
    construction: { make: 'weave', pileHeight: 0, foamCore: true, coated: false },
    layers: [3],
    sides: [side('face', rectangle(235, 197, 10))],
    weight: 85,
    cost: 1.1,
    stock: 45,
  }),
  builtIn(21, {
    name: 'Luggage tag with a strap slot',
    family: 'faux leather',
    construction: { make: 'film', pileHeight: 0, foamCore: false, coated: true },
    layers: [2.2],
    sides: ['front', 'back'].map((name) =>
      side(name, rectangle(inches(4), inches(2.75), 6), [], [boxKeepOut('strap slot', 7, 27, 6, 16)]),
    ),
    weight: 18,
    cost: 0.9,
    stock: 80,
  }),
  builtIn(22, {
    name: 'Notebook cover, faux leather',
    family: 'faux leather',
    construction: { make: 'film', pileHeight: 0, foamCore: false, coated: true },
    layers: [1.6],
    sides: [side('front', rectangle(148, 210, 8), [['seam', 'left', 0]])],
    weight: 60,
    cost: 2.4,
    stock: 18,
  }),
  builtIn(23, {
    name: 'Burlap-look coaster',
    family: 'burlap',
    baseColour: '#d8c6a0',
    surface: 'textured',
    construction: { make: 'weave', pileHeight: 0, foamCore: false, coated: false },
    fibre: PURE,
    layers: [1.2],
    sides: [side('face', rectangle(100, 100, 2))],
    weight: 9,
    cost: 0.5,
    stock: 60,
  }),
];
