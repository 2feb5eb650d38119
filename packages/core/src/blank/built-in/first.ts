import type { Blank } from '../blank.js';
import { shapeOutline } from '../shapes.js';
import { builtIn, inches, rectangle, side } from './make.js';

const sock = rectangle(inches(4.25), inches(7.5), 14);
const sleeve = rectangle(100, 165, 12);

/** The six that the demo jobs are made of. */
export const FIRST_BLANKS: readonly Blank[] = [
  builtIn(1, {
    name: 'Volunteer tee, size L',
    family: 'tee',
    range: 'Volunteer tee',
    size: 'L',
    layers: [0.5, 0.5],
    sides: [side('chest', rectangle(inches(10.5), inches(9)), [['collar', 'top', 89]])],
    style: 'spot',
    weight: 150,
    cost: 4.2,
    stock: 36,
  }),
  builtIn(2, {
    name: 'Crew sock on a jig',
    family: 'sock',
    range: 'Crew sock',
    size: '39–42',
    fibre: { polyester: 94, cotton: 0, elastane: 6, other: 0 },
    baseColour: '#fdfdfd',
    layers: [1.6, 1.6],
    sides: [side('left face', sock, [['cuff', 'top', 25]]), side('right face', sock, [['cuff', 'top', 25]])],
    wrap: 'sides',
    jig: 'Sock leg, metal',
    jigs: 4,
    weight: 48,
    cost: 1.9,
    stock: 40,
  }),
  builtIn(3, {
    name: 'Cushion cover, 40 cm',
    family: 'cushion',
    surface: 'textured',
    construction: { make: 'weave', pileHeight: 0, foamCore: false, coated: false },
    layers: [1.1, 1.1],
    sides: [side('front', rectangle(380, 380), [['zip', 'bottom', 10]])],
    weight: 165,
    cost: 3.6,
    stock: 60,
  }),
  builtIn(4, {
    name: 'Fabric mask, two layers',
    family: 'mask',
    fibre: { polyester: 93, cotton: 0, elastane: 6, other: 1 },
    layers: [0.6, 0.6],
    sides: [side('outside', shapeOutline('mask', { width: inches(7.25), height: inches(5.25) }))],
    weight: 14,
    cost: 0.8,
    stock: 120,
  }),
  builtIn(5, {
    name: 'Drawstring bag',
    family: 'bag',
    baseColour: '#fafafa',
    construction: { make: 'weave', pileHeight: 0, foamCore: false, coated: false },
    layers: [0.3, 0.3],
    sides: [
      side('front', rectangle(280, 300), [
        ['drawcord', 'top', 40],
        ['seam', 'left', 20],
        ['seam', 'right', 20],
      ]),
    ],
    style: 'spot',
    weight: 62,
    cost: 1.6,
    stock: 25,
  }),
  builtIn(6, {
    name: 'Neoprene bottle sleeve',
    family: 'neoprene',
    fibre: { polyester: 92, cotton: 0, elastane: 8, other: 0 },
    construction: { make: 'knit', pileHeight: 0, foamCore: true, coated: false },
    layers: [3, 3],
    sides: ['front', 'back'].map((name) =>
      side(name, sleeve, [
        ['seam', 'left', 0],
        ['seam', 'right', 0],
      ]),
    ),
    wrap: 'sides',
    weight: 38,
    cost: 1.4,
    stock: 50,
  }),
];
