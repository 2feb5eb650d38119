import Papa from 'papaparse';
import { descriptionOf, EMPTY_BLANK, EMPTY_SHEET, FAMILIES, SURFACES, type Blank } from '@kanga/core/blank';
import { sizeOf } from '@kanga/core/geometry';
import { parseLength, parseNumber } from '@kanga/core/units';
import { newBlankSchema, type NewBlank } from '@kanga/contract/blank';
import { check } from '@kanga/contract/finding';

/** One row of a table that cannot be a blank, and why. */
export interface WrongBlank {
  row: number;
  why: string;
}

const COLUMNS = [
  'name',
  'family',
  'range',
  'size',
  'polyester',
  'cotton',
  'elastane',
  'other',
  'colour',
  'surface',
  'layers',
  'width',
  'height',
  'radius',
  'style',
  'jig',
  'jigs',
  'weight',
  'cost',
  'stock',
  'everything',
] as const;

/**
 * The shelf as a table, lengths in mm. The last column holds the whole blank as JSON, so that outlines and keep-outs come back as they were; a
 * table made by hand leaves it out.
 */
export function writeShelf(blanks: readonly Blank[]): string {
  const rows = blanks.map((blank) => {
    const outline = blank.sides[0]?.outline;
    const size = outline ? sizeOf(outline) : { width: '', height: '' };
    const cells: Record<(typeof COLUMNS)[number], string | number> = {
      name: blank.name,
      family: blank.family,
      range: blank.range ?? '',
      size: blank.size ?? '',
      ...blank.fibre,
      colour: blank.baseColour,
      surface: blank.surface,
      layers: blank.layers.join(' + '),
      ...size,
      radius: outline?.kind === 'rectangle' ? outline.radius : '',
      style: blank.style,
      jig: blank.jig ?? '',
      jigs: blank.jigs ?? '',
      weight: blank.weight ?? '',
      cost: blank.cost ?? '',
      stock: blank.stock ?? '',
      everything: JSON.stringify(descriptionOf(blank)),
    };
    return COLUMNS.map((column) => cells[column]);
  });
  return Papa.unparse({ fields: [...COLUMNS], data: rows });
}

type Cells = Partial<Record<string, string>>;

/** A length in a cell, mm; throws in words when it does not read. */
function length(cells: Cells, key: string): number {
  const read = parseLength(cells[key] ?? '', 'mm');
  if (!read.ok) throw new RangeError(`${key}: ${read.problem}`);
  return read.value;
}

/** A number in a cell; throws in words when it does not read. */
function numberIn(key: string, text: string): number {
  const read = parseNumber(text);
  if (!read.ok) throw new RangeError(`${key}: ${read.problem}`);
  return read.value;
}
function amount(cells: Cells, key: string): number | null {
  const text = word(cells, key);
  return text === null ? null : numberIn(key, text);
}

const word = (cells: Cells, key: string): string | null => (cells[key] ?? '').trim() || null;

function blankOf(cells: Cells): unknown {
  if (word(cells, 'everything')) {
    const written = JSON.parse(cells['everything'] ?? '{}') as Partial<Blank>;
    // A table of before said nothing of what the maker forbids.
    const makersSheet = written.makersSheet ? { ...EMPTY_SHEET, ...written.makersSheet } : null;
    return { ...EMPTY_BLANK, ...written, makersSheet, ...stockOf(cells) };
  }
  const polyester = amount(cells, 'polyester') ?? 100;
  const elastane = amount(cells, 'elastane') ?? 0;
  const other = amount(cells, 'other') ?? 0;
  const cotton = amount(cells, 'cotton') ?? Math.max(0, 100 - polyester - elastane - other);
  const family = word(cells, 'family') ?? 'cushion';
  if (!FAMILIES.some((one) => one === family))
    throw new RangeError(`family: “${family}” is none of ${FAMILIES.join(', ')}`);
  const surface = word(cells, 'surface') ?? 'smooth';
  if (!SURFACES.some((one) => one === surface))
    throw new RangeError(`surface: “${surface}” is none of ${SURFACES.join(', ')}`);
  const outline = {
    kind: 'rectangle',
    width: length(cells, 'width'),
    height: length(cells, 'height'),
    radius: word(cells, 'radius') ? length(cells, 'radius') : 0,
  };
  return {
    ...EMPTY_BLANK,
    name: word(cells, 'name') ?? '',
    family,
    range: word(cells, 'range'),
    size: word(cells, 'size'),
    fibre: { polyester, cotton, elastane, other },
    baseColour: (word(cells, 'colour') ?? '#ffffff').toLowerCase(),
    surface,
    layers: (word(cells, 'layers') ?? '0.6').split('+').map((part) => numberIn('layers', part)),
    sides: [{ name: 'front', outline, keepOuts: [] }],
    style: word(cells, 'style') ?? 'edge to edge',
    jig: word(cells, 'jig'),
    jigs: amount(cells, 'jigs'),
    ...stockOf(cells),
  };
}

const stockOf = (cells: Cells) => ({
  weight: amount(cells, 'weight'),
  cost: amount(cells, 'cost'),
  stock: amount(cells, 'stock'),
});

/** Reads a table of blanks; a row that is none is named with its reason and spoils none of the others. Throws a RangeError when there is no table. */
export function readShelf(text: string): { blanks: NewBlank[]; wrong: WrongBlank[] } {
  const { data } = Papa.parse<Cells>(text.replace(/^\ufeff/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase(),
    delimitersToGuess: [',', ';', '\t'],
  });
  if (data.length === 0) throw new RangeError('There is no row under the heading of this table.');
  if (!('name' in (data[0] ?? {})))
    throw new RangeError('The table needs a column called name; width and height say the print area.');
  const blanks: NewBlank[] = [];
  const wrong: WrongBlank[] = [];
  data.forEach((cells, i) => {
    try {
      const checked = check(newBlankSchema, blankOf(cells));
      if (checked.ok) blanks.push(checked.value);
      else wrong.push({ row: i + 1, why: checked.problem.faults[0]?.message ?? checked.problem.title });
    } catch (error) {
      wrong.push({ row: i + 1, why: error instanceof Error ? error.message : String(error) });
    }
  });
  return { blanks, wrong };
}
