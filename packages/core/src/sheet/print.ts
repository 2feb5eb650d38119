import type { Finding } from '../finding/index.js';
import { hashOf } from '../finding/index.js';
import type { Ink, Media, PrintCard, Printer } from '../shop/index.js';
import type { UnitPrinter } from '../units/index.js';

/** What has to be set in the driver at every print, and is ticked off before it. */
export const TICKS = ['paper kind', 'quality', 'colour conversion', 'size', 'source', 'mirror'] as const;
export type Tick = (typeof TICKS)[number];

/** Each line of a print card in words: what is set, and to what. */
export function cardLines(
  card: PrintCard,
  { mirroredBy }: Pick<Printer, 'mirroredBy'>,
  readable = false,
): Record<Tick, string> {
  const said = (text: string, otherwise: string) => (text === '' ? otherwise : text);
  return {
    'paper kind': said(card.paperKind, 'not said: choose what the paper’s maker names'),
    quality: said(card.quality, 'not said: the finest'),
    'colour conversion': `once, by the ${card.conversion}${card.profile === '' ? '' : `, with ${card.profile}`}; off everywhere else`,
    size: '100 %, no fitting, no borderless enlargement',
    source: said(card.source, 'not said'),
    mirror: readable
      ? mirroredBy === 'kanga'
        ? 'off: a film that reads right'
        : 'on: Kanga mirrors it back, a film that reads right'
      : mirroredBy === 'kanga'
        ? 'off: Kanga mirrors'
        : 'on: Kanga does not mirror',
  };
}

/** What happens to a print, in the words of its events. */
export const PRINT_EVENTS = [
  'asked',
  'rendered',
  'render failed',
  'sending',
  'accepted',
  'progress',
  'printed',
  'not printed',
  'failed',
  'cancelled',
  'unsure',
] as const;
export type PrintEventKind = (typeof PRINT_EVENTS)[number];

/** Something that happened to a print; only ever added. */
export interface PrintEvent {
  kind: PrintEventKind;
  /** ISO 8601. */
  at: string;
  /** In words: what the printer said, or who. */
  note: string;
  /** Sheets that came out, where the printer counts them. */
  sheets: number | null;
}

/**
 * `rendering`: its PDF is being made; `ready`: it can be printed; `sending`, `printing`: the printer has it or is getting it; `unsure`: the
 * connection broke, and nobody knows whether it came out until somebody looks.
 */
export type PrintState = 'rendering' | 'ready' | 'sending' | 'printing' | 'printed' | 'failed' | 'cancelled' | 'unsure';

const AFTER: Record<PrintEventKind, PrintState | null> = {
  asked: 'rendering',
  rendered: 'ready',
  'render failed': 'failed',
  sending: 'sending',
  accepted: 'printing',
  progress: null,
  printed: 'printed',
  'not printed': 'ready',
  failed: 'ready',
  cancelled: 'cancelled',
  unsure: 'unsure',
};

/** What a print has come to: its last event that changes anything decides. */
export const printState = (events: readonly Pick<PrintEvent, 'kind'>[]): PrintState =>
  events.reduce<PrintState>((state, { kind }) => AFTER[kind] ?? state, 'rendering');

/** What a print takes of one ink. */
export interface InkUse {
  name: Ink['name'];
  /** Share of the paper's area that it covers, were it laid on fully, 0 to 1. */
  cover: number;
  millilitres: number;
  /** Null: its price is not known. */
  cost: number | null;
}

/** What a print takes of the paper: sheets, or mm of the roll. */
export interface PaperUse {
  sheets: number;
  amount: number;
  cost: number | null;
}

/** The record of a print: who printed what, how, and what became of it. */
export interface PrintRecord {
  id: string;
  /** Counted by the shop. */
  number: number;
  /** ISO 8601. */
  at: string;
  by: string;
  title: string;
  /** `made`: what it shows of each, as `madeOf` tells it; prints of before did not say. */
  jobs: { id: string; number: number; name: string; made?: string }[];
  printer: Pick<Printer, 'id' | 'name'>;
  media: Pick<Media, 'id' | 'name' | 'kind'>;
  /** Who was to mirror when it was made. */
  mirroredBy: Printer['mirroredBy'];
  card: PrintCard;
  /** What was ticked off, in words as it stood. */
  ticked: Record<Tick, string>;
  nozzles: 'good' | 'not checked';
  transfers: number;
  paper: PaperUse;
  /** Null until it is rendered. */
  inks: InkUse[] | null;
  state: PrintState;
  events: PrintEvent[];
}

/** Paper that sheets take: counted for cut paper, in mm for a roll; with its cost. */
export function paperUse(
  { kind, price }: Pick<Media, 'kind' | 'price'>,
  sheets: readonly { height: number }[],
): PaperUse {
  const amount = kind === 'roll' ? sheets.reduce((sum, { height }) => sum + height, 0) : sheets.length;
  const priced = kind === 'roll' ? amount / 1000 : amount;
  return { sheets: sheets.length, amount, cost: price === null ? null : price * priced };
}

/** Cover of each ink over an area of paper as millilitres and money. `area` in mm². */
export const inkUse = (inks: readonly Ink[], cover: Record<Ink['name'], number>, area: number): InkUse[] =>
  inks.map(({ name, perSquareMetre, price }) => {
    const millilitres = cover[name] * (area / 1e6) * perSquareMetre;
    return { name, cover: cover[name], millilitres, cost: price === null ? null : price * millilitres };
  });

/**
 * How much of each ink a colour takes, 0 to 1, of sRGB channels 0 to 255: plain complements with the grey part of them in black (full grey
 * component replacement, any text on colour printing). A printer's own profile lays inks differently: an estimate, not a measurement.
 */
export function inksOf(r: number, g: number, b: number): [number, number, number, number] {
  const [c, m, y] = [1 - r / 255, 1 - g / 255, 1 - b / 255];
  const k = c < m ? (c < y ? c : y) : m < y ? m : y;
  return [c - k, m - k, y - k, k];
}

/** What stands in the way of printing on this printer now: a mirror test that says otherwise; paper that runs out. */
export function checkPrinting(printer: Printer, media: Media, need: PaperUse | null, print: UnitPrinter): Finding[] {
  const findings: Finding[] = [];
  const { mirrorTest, mirroredBy } = printer;
  if (mirrorTest && mirrorTest.driverMirrors !== (mirroredBy === 'driver')) {
    findings.push({
      code: 'sheet.mirror-test',
      severity: 'stop',
      title: mirrorTest.driverMirrors
        ? `${printer.name} would mirror twice`
        : `${printer.name} would not mirror at all`,
      why: `Its mirror test of ${mirrorTest.at.slice(0, 10)} shows that the driver ${mirrorTest.driverMirrors ? 'mirrors' : 'does not mirror'}, and ${mirroredBy === 'kanga' ? 'Kanga mirrors, too' : 'Kanga leaves it to the driver'}. Lettering would read the wrong way on every piece.`,
      remedy: `Turn the driver’s mirror ${mirroredBy === 'kanga' ? 'off' : 'on'} and print the test again, or let ${mirrorTest.driverMirrors ? 'the driver' : 'Kanga'} mirror in the shop’s printer settings.`,
      where: { stage: 'sheet' },
      waivable: false,
    });
  }
  if (media.left !== null && need !== null && need.amount > media.left + 1e-6) {
    const amount = (n: number) => (media.kind === 'roll' ? print.length(n) : `${n} ${n === 1 ? 'sheet' : 'sheets'}`);
    findings.push({
      code: 'sheet.paper-left',
      severity: 'fix',
      title: `${media.name} runs out before this is printed`,
      why: `It takes ${amount(need.amount)}, and ${amount(media.left)} ${media.kind === 'cut' && media.left !== 1 ? 'are' : 'is'} left.`,
      remedy: 'Have more at hand, nest to save paper, or correct what is left in the shop.',
      where: { stage: 'sheet' },
      waivable: true,
    });
  }
  return findings;
}

/** A short name for a print in the printer's own queue, by which it is found again. */
export const queueName = (record: Pick<PrintRecord, 'id' | 'number'>): string =>
  `Kanga ${record.number} ${hashOf(record.id).slice(0, 8)}`;
