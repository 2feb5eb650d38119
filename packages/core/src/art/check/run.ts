import type { Finding } from '../../finding/index.js';
import { fieldsIn, fillFields, measureLine, type Face, type FontId } from '../../text/index.js';
import type { UnitPrinter } from '../../units/index.js';
import type { RunRow, SideDesign, TextItem } from '../design.js';
import type { Template } from '../../blank/index.js';
import { drawnOn, type Palette } from '../compose.js';
import { artFinding } from './finding.js';
import { fontFor, isCut } from './text.js';

/** What is wrong with one row of a run. */
export interface RowFault {
  /** From 1, as it stands in the table. */
  row: number;
  /** The line of text, as it would be printed. */
  text: string;
  fault: 'missing signs' | 'too wide' | 'empty';
  /** The signs that the font lacks, or how far it reaches over, mm. */
  detail: string | number;
}

interface Remembered {
  items: string;
  faces: ReadonlyMap<FontId, Face>;
  faults: RowFault[];
  /** By line with a field, the row that makes it widest, from 0. */
  widest: number[];
}
/** A run of thousands is gone through once, not at every step of a drag; forgotten with the run itself. */
const known = new WeakMap<readonly RunRow[], Remembered>();

/**
 * Goes through every row of a run and every line with a field: signs that the font lacks, lines that stay too wide at their least size,
 * and lines that come out empty. O(rows × lines), about 20 µs each; answered from memory while run and lines stay the same.
 */
export const rowFaults = (
  design: readonly SideDesign[],
  run: readonly RunRow[],
  faces: ReadonlyMap<FontId, Face>,
): RowFault[] => goneThrough(design, run, faces).faults;

/** Whether it has a field that rows fill. */
const isFilled = (item: SideDesign['items'][number]): item is TextItem =>
  item.kind === 'text' && fieldsIn(item.text).length > 0;

function goneThrough(
  design: readonly SideDesign[],
  run: readonly RunRow[],
  faces: ReadonlyMap<FontId, Face>,
): Remembered {
  const items = design.flatMap((side) => side.items).filter(isFilled);
  const key = JSON.stringify(
    items.map(({ text, font, size, leastSize, maxWidth }) => [text, font, size, leastSize, maxWidth]),
  );
  const before = known.get(run);
  if (before?.items === key && before.faces === faces) return before;
  const faults: RowFault[] = [];
  const widths = items.map(() => ({ row: 0, width: -Infinity }));
  run.forEach(({ values }, i) => {
    items.forEach((item, k) => {
      const face = faces.get(item.font);
      if (!face) return;
      const text = fillFields(item.text, values);
      const row = i + 1;
      if (text.trim() === '') {
        faults.push({ row, text, fault: 'empty', detail: item.text });
        return;
      }
      const line = measureLine(face, text, item);
      if (line.missing.length > 0) faults.push({ row, text, fault: 'missing signs', detail: line.missing.join(' ') });
      if (line.over > 0) faults.push({ row, text, fault: 'too wide', detail: line.over });
      if (line.width > (widths[k]?.width ?? 0)) widths[k] = { row: i, width: line.width };
    });
  });
  const gone = { items: key, faces, faults, widest: widths.map(({ row }) => row) };
  known.set(run, gone);
  return gone;
}

const named = (faults: readonly Pick<RowFault, 'row' | 'text'>[]): string => {
  const shown = faults.slice(0, 4).map(({ row, text }) => `row ${row}${text.trim() ? ` (${text.trim()})` : ''}`);
  return faults.length > 4 ? `${shown.join(', ')} and ${faults.length - 4} more` : shown.join(', ');
};

/**
 * Names that the edge of the print cuts off, though the piece that is looked at has a shorter one: the widest row of each line is drawn. O(sides × lines²), beside going through the rows.
 */
function cutNames(
  design: readonly SideDesign[],
  run: readonly RunRow[],
  widest: readonly number[],
  templates: readonly Template[],
  palette: Palette,
): Finding[] {
  const lines = design.map((side) => ({ ...side, items: side.items.filter(isFilled) }));
  const cut = [...new Set(widest)].flatMap((row) => {
    const values = run[row]?.values ?? {};
    return templates.flatMap((template, side) =>
      drawnOn(lines, side, templates, palette, values).flatMap((one) =>
        one.kind === 'text' && isCut(one, template)
          ? [{ row: row + 1, text: fillFields(one.item.text, values), side }]
          : [],
      ),
    );
  });
  const [first] = cut;
  if (!first) return [];
  return [
    artFinding(
      'art.run-cut',
      'stop',
      `The edge cuts off ${named(cut)}`,
      'The longest names reach out of the print: they would be pressed without their ends.',
      'Give the line a width, so that long names are set smaller, move it inside, or shorten those names.',
      { side: first.side },
    ),
  ];
}

/** What is to be said of a whole run before any of it is printed. */
export function checkRun(
  design: readonly SideDesign[],
  run: readonly RunRow[] | null,
  templates: readonly Template[],
  palette: Palette,
  print: UnitPrinter,
): Finding[] {
  if (!run) return [];
  const { faults, widest } = goneThrough(design, run, palette.faces);
  const of = (kind: RowFault['fault']) => faults.filter(({ fault }) => fault === kind);
  const [missing, wide, empty] = [of('missing signs'), of('too wide'), of('empty')];
  const findings: Finding[] = cutNames(design, run, widest, templates, palette);
  const signs = [...new Set(missing.flatMap(({ detail }) => String(detail).split(' ')))];
  if (missing.length > 0) {
    findings.push(
      artFinding(
        'art.run-glyphs',
        'stop',
        `The font lacks signs for ${named(missing)}`,
        `Missing: ${signs.slice(0, 8).join(' ')}. Those pieces would be printed with gaps.`,
        `${fontFor(signs)} Or correct the rows.`,
        { side: 0 },
      ),
    );
  }
  if (wide.length > 0) {
    const most = Math.max(...wide.map(({ detail }) => Number(detail)));
    findings.push(
      artFinding(
        'art.run-wide',
        'fix',
        `Too wide at the least size: ${named(wide)}`,
        `Up to ${print.length(most)} over the width.`,
        'Allow a smaller least size or more width, take the narrow font, or shorten those names.',
        { side: 0 },
      ),
    );
  }
  if (empty.length > 0) {
    findings.push(
      artFinding(
        'art.run-empty',
        'note',
        `Nothing to print in ${named(empty)}`,
        `“${String(empty[0]?.detail ?? '')}” comes out empty there.`,
        'Fill in the table, or leave it if those pieces are to be blank.',
        { side: 0 },
      ),
    );
  }
  return findings;
}
