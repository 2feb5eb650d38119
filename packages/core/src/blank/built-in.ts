import { MM_PER_INCH } from '../units/index.js';
import type { Blank, Fibre } from './blank.js';

const inches = (n: number) => n * MM_PER_INCH;
const pure: Fibre = { polyester: 100, cotton: 0, elastane: 0, other: 0 };

/** A face mask seen from the front: a curved top over the nose, a shallower chin. 7.25 × 5.25 in. */
function maskOutline(): Blank['outline'] {
  const [w, h] = [inches(7.25), inches(5.25)];
  const curve = (from: number, to: number, rise: number, y: number) =>
    Array.from({ length: 41 }, (_, i) => {
      const t = i / 40;
      return { x: from + (to - from) * t, y: y + rise * (1 - Math.sin(Math.PI * t)) };
    });
  return { kind: 'polygon', points: [...curve(0, w, h * 0.16, 0), ...curve(w, 0, -h * 0.12, h)] };
}

/** The six blanks that come with Kanga. Sizes are believable ones for goods of the kind; the goods are invented. */
export const BUILT_IN_BLANKS: readonly Blank[] = [
  {
    id: '5b1a0c1e-0001-4000-8000-000000000001',
    name: 'Volunteer tee, size L',
    family: 'tee',
    builtIn: true,
    fibre: pure,
    baseColour: '#ffffff',
    surface: 'smooth',
    layers: 2,
    thickness: 0.5,
    outline: { kind: 'rectangle', width: inches(10.5), height: inches(9), radius: 0 },
    sides: ['chest'],
    style: 'spot',
    jig: null,
    keepOuts: [{ kind: 'collar', edge: 'top', clearance: 89 }],
  },
  {
    id: '5b1a0c1e-0001-4000-8000-000000000002',
    name: 'Crew sock on a jig',
    family: 'sock',
    builtIn: true,
    fibre: { polyester: 94, cotton: 0, elastane: 6, other: 0 },
    baseColour: '#fdfdfd',
    surface: 'smooth',
    layers: 2,
    thickness: 1.6,
    outline: { kind: 'rectangle', width: inches(4.25), height: inches(7.5), radius: 14 },
    sides: ['left face', 'right face'],
    style: 'edge to edge',
    jig: 'Sock leg, metal',
    keepOuts: [{ kind: 'cuff', edge: 'top', clearance: 25 }],
  },
  {
    id: '5b1a0c1e-0001-4000-8000-000000000003',
    name: 'Cushion cover, 40 cm',
    family: 'cushion',
    builtIn: true,
    fibre: pure,
    baseColour: '#ffffff',
    surface: 'textured',
    layers: 2,
    thickness: 1.1,
    outline: { kind: 'rectangle', width: 380, height: 380, radius: 0 },
    sides: ['front'],
    style: 'edge to edge',
    jig: null,
    keepOuts: [{ kind: 'zip', edge: 'bottom', clearance: 10 }],
  },
  {
    id: '5b1a0c1e-0001-4000-8000-000000000004',
    name: 'Fabric mask, two layers',
    family: 'mask',
    builtIn: true,
    fibre: { polyester: 93, cotton: 0, elastane: 6, other: 1 },
    baseColour: '#ffffff',
    surface: 'smooth',
    layers: 2,
    thickness: 0.6,
    outline: maskOutline(),
    sides: ['outside'],
    style: 'edge to edge',
    jig: null,
    keepOuts: [],
  },
  {
    id: '5b1a0c1e-0001-4000-8000-000000000005',
    name: 'Drawstring bag',
    family: 'bag',
    builtIn: true,
    fibre: pure,
    baseColour: '#fafafa',
    surface: 'smooth',
    layers: 2,
    thickness: 0.3,
    outline: { kind: 'rectangle', width: 280, height: 300, radius: 0 },
    sides: ['front'],
    style: 'spot',
    jig: null,
    keepOuts: [
      { kind: 'drawcord', edge: 'top', clearance: 40 },
      { kind: 'seam', edge: 'left', clearance: 20 },
      { kind: 'seam', edge: 'right', clearance: 20 },
    ],
  },
  {
    id: '5b1a0c1e-0001-4000-8000-000000000006',
    name: 'Neoprene bottle sleeve',
    family: 'neoprene',
    builtIn: true,
    fibre: { polyester: 92, cotton: 0, elastane: 8, other: 0 },
    baseColour: '#ffffff',
    surface: 'smooth',
    layers: 2,
    thickness: 3,
    outline: { kind: 'rectangle', width: 100, height: 165, radius: 12 },
    sides: ['front', 'back'],
    style: 'edge to edge',
    jig: null,
    keepOuts: [
      { kind: 'seam', edge: 'left', clearance: 0 },
      { kind: 'seam', edge: 'right', clearance: 0 },
    ],
  },
];
