import type { Family } from '@kanga/core/blank';

export const FAMILY_NAMES: Record<Family, string> = {
  tee: 'Apparel',
  performance: 'Performance wear',
  mask: 'Mask',
  sock: 'Sock',
  cushion: 'Cushion',
  sequin: 'Sequin panel',
  bag: 'Bag',
  neoprene: 'Neoprene',
  mat: 'Mat',
  'mouse pad': 'Mouse pad',
  'faux leather': 'Faux leather',
  burlap: 'Burlap look',
  'ceramic coaster': 'Ceramic coaster',
  mug: 'Mug',
  tumbler: 'Tumbler',
  metal: 'Coated metal',
  tile: 'Tile',
};
