import type { Blank, Construction } from '../blank.js';
import { shapeOutline } from '../shapes.js';
import { boxKeepOut, builtIn, circle, inches, rectangle, side } from './make.js';

const COATED: Construction = { make: 'hard', pileHeight: 0, foamCore: false, coated: true };

/** A few hard goods with a polymer coating. Sizes are believable ones for goods of the kind; the goods are invented. */
export const HARD_BLANKS: readonly Blank[] = [
  builtIn(24, {
    name: 'Ceramic coaster, round',
    family: 'ceramic coaster',
    construction: COATED,
    layers: [6],
    sides: [side('face', circle(inches(3.98)))],
    weight: 110,
    cost: 1.2,
    stock: 40,
  }),
  builtIn(25, {
    name: 'Mug, 325 ml',
    family: 'mug',
    construction: COATED,
    layers: [4],
    sides: [side('wrap', rectangle(215, 92), [['not printed', 'right', 0]])],
    wrap: 'round',
    weight: 330,
    cost: 1.8,
    stock: 36,
  }),
  builtIn(26, {
    name: 'Steel tumbler, straight',
    family: 'tumbler',
    construction: COATED,
    layers: [2.4],
    sides: [side('wrap', rectangle(235, 208))],
    wrap: 'round',
    weight: 320,
    cost: 5.2,
    stock: 12,
  }),
  builtIn(27, {
    name: 'Metal sign, coated',
    family: 'metal',
    construction: COATED,
    layers: [1.1],
    sides: [side('face', rectangle(200, 150, 6), [], [boxKeepOut('not printed', 97, 6, 6, 6)])],
    weight: 95,
    cost: 2.1,
    stock: 15,
  }),
  builtIn(28, {
    name: 'Heart ornament, metal',
    family: 'metal',
    construction: COATED,
    layers: [1.1],
    sides: [
      side('face', shapeOutline('heart', { width: 76, height: 70 }), [], [boxKeepOut('not printed', 36, 20, 4, 4)]),
    ],
    weight: 22,
    cost: 0.8,
    stock: 50,
  }),
  builtIn(29, {
    name: 'Ceramic tile, 152 mm',
    family: 'tile',
    construction: COATED,
    layers: [6.5],
    sides: [side('face', rectangle(152, 152, 2))],
    weight: 330,
    cost: 1.5,
    stock: 28,
  }),
];
