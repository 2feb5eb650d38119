import { rectPolygon, sizeOf, type Outline } from '../geometry/index.js';
import type { BlankDescription, Family, KeepOut, KeepOutKind } from './blank.js';
import { BUILT_IN_BLANKS } from './built-in/index.js';
import { edgeKeepOut } from './template.js';

/** How goods are built, as far as a kind of goods tells it. */
export type Build = Pick<BlankDescription, 'family' | 'layers' | 'construction' | 'surface' | 'style' | 'wrap'>;

/** How goods of a kind are mostly built, to begin with: their layers, their surface, where their print runs. As those on Kanga's own shelf. */
export function buildOfFamily(family: Family): Build {
  const kind = BUILT_IN_BLANKS.filter((one) => one.family === family);
  const like = kind.find((one) => one.surface === 'smooth') ?? kind[0];
  if (!like) throw new RangeError(`nothing on the shelf is a ${family}`);
  const { layers, construction, surface, style, wrap } = like;
  return { family, layers: [...layers], construction: { ...construction }, surface, style, wrap };
}

/** Goods of two layers that lie on each other: an insert goes between. The second one is as thick as the first where nobody says. */
export const withTwoLayers = (layers: readonly number[], two: boolean): number[] =>
  two ? [layers[0] ?? 0.6, layers[1] ?? layers[0] ?? 0.6] : layers.slice(0, 1);

/** What of a kind a side gets to begin with, where it mostly is: in the print, all round it, or along an edge of it. */
export function startingKeepOuts(kind: KeepOutKind, outline: Outline): KeepOut[] {
  const size = sizeOf(outline);
  if (kind === 'strap slot' || kind === 'not printed' || kind === 'buckle') {
    const [width, height] = [size.width * 0.12, size.height * 0.12];
    const area = rectPolygon({ x: (size.width - width) / 2, y: size.height * 0.1, width, height });
    return [{ kind, hangsOff: kind === 'buckle', area }];
  }
  if (kind === 'rubber border')
    return (['top', 'right', 'bottom', 'left'] as const).map((edge) =>
      edgeKeepOut({ kind: 'rectangle', ...size, radius: 0 }, kind, edge, 0),
    );
  if (kind === 'elastic') return (['left', 'right'] as const).map((edge) => edgeKeepOut(outline, kind, edge, 4));
  const above = kind === 'collar' || kind === 'cuff' || kind === 'drawcord';
  return [edgeKeepOut(outline, kind, above ? 'top' : 'bottom', 8)];
}
