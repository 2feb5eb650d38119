import {
  boundsOf,
  chain,
  rectPolygon,
  rotation,
  scaling,
  transformed,
  translation,
  applyTo,
  inverse,
  type Rect,
  type Transform,
} from '../geometry/index.js';
import type { Template } from '../blank/index.js';
import { memoised } from '../memo/index.js';
import { fillFields, setLine, type Face, type FontId, type SetLine } from '../text/index.js';
import type { Art, Placement } from './art.js';
import {
  sideDesign,
  type DesignItem,
  type PictureItem,
  type Repeat,
  type SideDesign,
  type TextItem,
} from './design.js';
import { fittedPlacement, pixelToTemplate, printedHeight, proposePlacement } from './placement.js';

/** A picture as it lies on one side. */
export interface DrawnPicture {
  kind: 'picture';
  item: PictureItem;
  art: Art;
  placement: Placement;
  /** From pixels to the side's millimetres. */
  base: Transform;
  /** The same for each time it is printed. */
  transforms: Transform[];
  /** A pattern of so many copies that just one of them is here: it is not to be printed. */
  tooFine: boolean;
  /** True when it came from the first side. */
  borrowed: boolean;
}

/** The box of one copy of a picture on its side, mm: the one that is put there. */
export const boxOfPicture = ({ art: { facts }, base }: Pick<DrawnPicture, 'art' | 'base'>): Rect =>
  boundsOf(transformed(rectPolygon({ x: 0, y: 0, width: facts.width, height: facts.height }), base));

/** A line of text as it lies on one side, for one piece. */
export interface DrawnText {
  kind: 'text';
  item: TextItem;
  line: SetLine;
  /** From the line's own millimetres to the side's. */
  transform: Transform;
  borrowed: boolean;
}

export type Drawn = DrawnPicture | DrawnText;

/** One side with what is printed on it. */
export interface ComposedSide {
  template: Template;
  drawn: Drawn[];
}

/** What a design is composed with. */
export interface Palette {
  arts: readonly Art[];
  /** The fonts at hand; a line whose font is not loaded yet is left out. */
  faces: ReadonlyMap<FontId, Face>;
}

/** More copies than this are a texture finer than anything printed. */
const MOST_COPIES = 2500;

/**
 * Every place of a repeated picture that touches the bleed; just the one of a picture that is not repeated. Null for a pattern too fine to
 * be printed copy by copy.
 */
export function repeatsOf(
  placement: Placement,
  size: { width: number; height: number },
  repeat: Repeat,
  template: Template,
): Transform[] | null {
  const first = pixelToTemplate(placement, size);
  if (repeat === 'once') return [first];
  const [w, h] = [placement.width, printedHeight(placement, size)];
  const turn = rotation(placement.rotation);
  const box = template.bleedBox;
  // The bleed box in steps of the pattern: columns along x, rows along y.
  const lattice = inverse(chain(scaling(w, h), turn, translation(placement.x, placement.y)));
  const corners = [box.x, box.x + box.width].flatMap((x) =>
    [box.y, box.y + box.height].map((y) => applyTo(lattice, { x, y })),
  );
  const span = boundsOf(corners);
  const [left, right] = [Math.ceil(span.x - 0.5 - 1e-9), Math.floor(span.x + span.width + 0.5 + 1e-9)];
  const [top, bottom] = [Math.ceil(span.y - 1), Math.floor(span.y + span.height + 1)];
  if ((right - left + 1) * (bottom - top + 1) > MOST_COPIES) return null;
  const places: Transform[] = [];
  for (let column = left; column <= right; column++) {
    for (let row = top; row <= bottom; row++) {
      const down = repeat === 'half drop' && column % 2 !== 0 ? 0.5 : 0;
      const by = applyTo(turn, { x: column * w, y: (row + down) * h });
      places.push(chain(first, translation(by.x, by.y)));
    }
  }
  return places;
}

/** The template that one picture across all sides is proposed for: as wide as they are together. */
const joined = memoised(
  'first',
  ({ first, templates }: { first: Template | undefined; templates: readonly Template[] }): Template | null => {
    if (!first) return null;
    const width = templates.reduce((sum, template) => sum + template.width, 0);
    const { bleedBox } = first;
    return { ...first, width, bleedBox: { ...bleedBox, width: bleedBox.width + width - first.width } };
  },
);

function drawPicture(
  item: PictureItem,
  art: Art,
  fit: Template,
  after: Transform | null,
  borrowed: boolean,
): DrawnPicture {
  const propose = item.placedBy === 'goods' ? proposePlacement : fittedPlacement;
  const placement = item.placement ?? propose(fit, art.facts);
  const base = pixelToTemplate(placement, art.facts);
  const places = repeatsOf(placement, art.facts, item.repeat, fit);
  return {
    kind: 'picture',
    item,
    art,
    placement,
    base: after ? chain(base, after) : base,
    transforms: (places ?? [base]).map((place) => (after ? chain(place, after) : place)),
    tooFine: places === null,
    borrowed,
  };
}

function drawText(
  item: TextItem,
  face: Face,
  values: Readonly<Record<string, string>>,
  place: Transform,
  borrowed: boolean,
): DrawnText {
  const line = setLine(face, fillFields(item.text, values), item);
  return { kind: 'text', item, line, transform: place, borrowed };
}

/** Mirrored about the middle of a side: pictures turn over, lines of text stay readable in the mirrored place. */
const over = (template: Template): Transform => chain(scaling(-1, 1), translation(template.width, 0));

/** How one thing of a design comes to lie on a side: all that this follows from. */
interface Laying {
  item: DesignItem;
  how: SideDesign['fill'];
  on: Template;
  fit: Template;
  shift: number;
  art: Art | undefined;
  face: Face | undefined;
  values: Readonly<Record<string, string>>;
}

const drawItem = memoised('item', ({ item, how, on, fit, shift, art, face, values }: Laying): Drawn | null => {
  const borrowed = how !== 'own';
  const after = how === 'mirrored' ? over(on) : how === 'across' ? translation(-shift, 0) : null;
  if (item.kind === 'picture') return art ? drawPicture(item, art, fit, after, borrowed) : null;
  if (!face) return null;
  const at =
    how === 'mirrored'
      ? { x: on.width - item.x, turn: -item.rotation }
      : { x: item.x - (how === 'across' ? shift : 0), turn: item.rotation };
  return drawText(item, face, values, chain(rotation(at.turn), translation(at.x, item.y)), borrowed);
});

const NO_VALUES: Readonly<Record<string, string>> = {};

/**
 * Everything that is printed on side `index`, from the back to the front, for a piece whose fields are `values`. A side that
 * borrows shows the first side's items, and its own above them. What lies as it lay is the same object again. O(items × copies).
 */
export function drawnOn(
  design: readonly SideDesign[],
  index: number,
  templates: readonly Template[],
  palette: Palette,
  values: Readonly<Record<string, string>> = NO_VALUES,
): Drawn[] {
  const on = templates[index];
  const [front, side] = [sideDesign(design, 0), sideDesign(design, index)];
  const whole = joined({ first: templates[0], templates });
  if (!on || !whole) return [];
  const across = index > 0 ? side.fill === 'across' : design.some((one, i) => i > 0 && one.fill === 'across');
  const fit = across ? whole : on;
  const shift = templates.slice(0, index).reduce((sum, template) => sum + template.width, 0);
  const borrowing = index > 0 && side.fill !== 'own';
  const lie = (item: DesignItem, how: Pick<Laying, 'how' | 'fit' | 'shift'>) =>
    drawItem({
      item,
      on,
      ...how,
      art: item.kind === 'picture' ? palette.arts.find((one) => one.id === item.artId) : undefined,
      face: item.kind === 'text' ? palette.faces.get(item.font) : undefined,
      values,
    });
  const borrowed = borrowing ? front.items.map((item) => lie(item, { how: side.fill, fit, shift })) : [];
  const own = side.items.map((item) => lie(item, { how: 'own', fit: index === 0 ? fit : on, shift: 0 }));
  return [...borrowed, ...own].filter((one) => one !== null);
}

const composed = memoised('template', ({ template, drawn }: ComposedSide): ComposedSide => ({ template, drawn }));

/** What is printed on each side; a side on which everything lies as it lay is the same one again. O(items × copies). */
export const composedSides = (
  design: readonly SideDesign[],
  templates: readonly Template[],
  palette: Palette,
  values: Readonly<Record<string, string>>,
): ComposedSide[] =>
  templates.map((template, side) => composed({ template, drawn: drawnOn(design, side, templates, palette, values) }));
