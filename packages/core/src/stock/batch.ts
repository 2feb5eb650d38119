import type { Blank } from '../blank/index.js';
import type { Finding } from '../finding/index.js';
import { sizeOf } from '../geometry/index.js';
import type { UnitPrinter } from '../units/index.js';
import { stockFinding, type StockEvent } from './item.js';

/** A batch that differs by less than this is as it was, mm: no print shows it. Common practice, no published source. */
const SAME = 1;

/** By how much a batch is larger than the template of the first side, mm; less than nothing is smaller. */
export function offBy(
  blank: Pick<Blank, 'sides'>,
  measured: NonNullable<StockEvent['measured']>,
): { width: number; height: number } {
  const [side] = blank.sides;
  if (!side) return { width: 0, height: 0 };
  const { width, height } = sizeOf(side.outline);
  return { width: measured.width - width, height: measured.height - height };
}

/** What is to be said of the last batch of a blank that somebody measured: nothing where it is as its template has it. */
export function checkBatch(
  blank: Pick<Blank, 'name' | 'sides' | 'style'>,
  { batch, measured }: Pick<StockEvent, 'batch' | 'measured'>,
  print: UnitPrinter,
): Finding[] {
  if (!measured) return [];
  const off = offBy(blank, measured);
  const wrong = Math.max(Math.abs(off.width), Math.abs(off.height));
  if (wrong < SAME - 1e-9) return [];
  const said = [inWords(off.width, ['wider', 'narrower'], print), inWords(off.height, ['longer', 'shorter'], print)]
    .filter((one) => one !== '')
    .join(' and ');
  return [
    stockFinding(
      'batch',
      'fix',
      `${batch === '' ? 'The last batch' : `Batch ${batch}`} of ${blank.name} is ${said} than its template`,
      `It measured ${print.length(measured.width)} × ${print.length(measured.height)} when it came.`,
      blank.style === 'edge to edge'
        ? 'Measure another. If it is so, correct the template on the shelf: a print to the edge would stop short, or be cut off.'
        : 'Measure another. If it is so, correct the template on the shelf, and look at where the print lies.',
    ),
  ];
}

function inWords(over: number, [more, less]: [string, string], print: UnitPrinter): string {
  if (Math.abs(over) < SAME - 1e-9) return '';
  return `${print.length(Math.abs(over))} ${over > 0 ? more : less}`;
}
