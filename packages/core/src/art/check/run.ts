import type { Finding } from '../../finding/index.js';
import { fieldsIn, fillFields, measureLine, type Face, type FontId } from '../../text/index.js';
import type { UnitPrinter } from '../../units/index.js';
import type { RunRow, SideDesign, TextItem } from '../design.js';
import { artFinding } from './finding.js';

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
}
/** A run of thousands is gone through once, not at every step of a drag; forgotten with the run itself. */
const known = new WeakMap<readonly RunRow[], Remembered>();

/**
 * Goes through every row of a run and every line with a field: signs that the font lacks, lines that stay too wide at their least size,
 * and lines that come out empty. O(rows × lines), about 20 µs each; answered from memory while run and lines stay the same.
 */
export function rowFaults(
  design: readonly SideDesign[],
  run: readonly RunRow[],
  faces: ReadonlyMap<FontId, Face>,
): RowFault[] {
  const items = design
    .flatMap((side) => side.items)
    .filter((item): item is TextItem => item.kind === 'text' && fieldsIn(item.text).length > 0);
  const key = JSON.stringify(
    items.map(({ text, font, size, leastSize, maxWidth }) => [text, font, size, leastSize, maxWidth]),
  );
  const before = known.get(run);
  if (before?.items === key && before.faces === faces) return before.faults;
  const faults: RowFault[] = [];
  run.forEach(({ values }, i) => {
    for (const item of items) {
      const face = faces.get(item.font);
      if (!face) continue;
      const text = fillFields(item.text, values);
      const row = i + 1;
      if (text.trim() === '') {
        faults.push({ row, text, fault: 'empty', detail: item.text });
        continue;
      }
      const line = measureLine(face, text, item);
      if (line.missing.length > 0) faults.push({ row, text, fault: 'missing signs', detail: line.missing.join(' ') });
      if (line.over > 0) faults.push({ row, text, fault: 'too wide', detail: line.over });
    }
  });
  known.set(run, { items: key, faces, faults });
  return faults;
}

const named = (faults: readonly RowFault[]): string => {
  const shown = faults.slice(0, 4).map(({ row, text }) => `row ${row}${text.trim() ? ` (${text.trim()})` : ''}`);
  return faults.length > 4 ? `${shown.join(', ')} and ${faults.length - 4} more` : shown.join(', ');
};

/** What is to be said of a whole run before any of it is printed. */
export function checkRun(
  design: readonly SideDesign[],
  run: readonly RunRow[] | null,
  faces: ReadonlyMap<FontId, Face>,
  print: UnitPrinter,
): Finding[] {
  const faults = run ? rowFaults(design, run, faces) : [];
  const of = (kind: RowFault['fault']) => faults.filter(({ fault }) => fault === kind);
  const [missing, wide, empty] = [of('missing signs'), of('too wide'), of('empty')];
  const findings: Finding[] = [];
  if (missing.length > 0) {
    findings.push(
      artFinding(
        'art.run-glyphs',
        'stop',
        `The font lacks signs for ${named(missing)}`,
        `Missing: ${[...new Set(missing.map(({ detail }) => String(detail)))].slice(0, 8).join(' ')}. Those pieces would be printed with gaps.`,
        'Choose a font with more scripts, such as the round one, or correct the rows.',
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
