import type { Blank } from '../blank/index.js';
import { schoolOf, type HouseRules } from '../shop/index.js';

/** Whether the transfer lies on the blank, towards the heat, or the blank lies face down on it. */
export type WayUp = 'transfer on top' | 'face down';

/** Goods that lie face down whatever the house does. Common practice, no published source. */
const FACE_DOWN: ReadonlyMap<Blank['family'], string> = new Map([
  ['mouse pad', 'A mouse pad lies face down on the transfer: its weight holds the paper.'],
  ['tile', 'A tile lies face down into a hot silicone pad, which takes up that no tile is quite flat.'],
]);

/** Sleeves are goods of neoprene with two layers. */
const isSleeve = ({ family, layers }: Blank): boolean => family === 'neoprene' && layers.length > 1;

/** Which way up a blank goes into the press, and why. */
export function wayUpOf(blank: Blank, house: HouseRules): { value: WayUp; why: string } {
  const always = FACE_DOWN.get(blank.family);
  if (always) return { value: 'face down', why: always };
  if (isSleeve(blank)) return { value: house.sleeves, why: schoolOf(house, 'sleeves').why };
  return { value: 'transfer on top', why: 'The transfer lies on top, towards the heat.' };
}
