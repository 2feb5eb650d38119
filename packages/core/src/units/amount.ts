/** The answer of a parser of typed text: a value in the core's own unit, or what was wrong with the text. */
export type Parsed<T> = { ok: true; value: T } | { ok: false; problem: string };

/** Signs that stand for others as people and their keyboards write them: signs for minus, the fraction slash, marks of degrees and inches, and spaces that do not break. */
const ALIKE: [RegExp, string][] = [
  [/[−–]/g, '-'],
  [/⁄/g, '/'],
  [/[ºᵒ˚]/g, '°'],
  [/℉/g, '°F'],
  [/℃/g, '°C'],
  [/[“”„″]/g, '"'],
  [/[‘’′]/g, "'"],
  [/\s+/g, ' '],
];

/** A typed text with one sign for what is written in several ways, without space around it. */
export const tidied = (text: string): string =>
  ALIKE.reduce((said, [sign, usual]) => said.replace(sign, usual), text).trim();

/** A figure within a pattern: with marks of thousands, a point or a comma, or with nothing before them. */
export const FIGURE = String.raw`\d[\d.,]*|[.,]\d+`;

/** A figure of one comma before just three digits: 1,200 is a thousand and two hundred to one, and a little over one to another. */
const TWO_WAYS = /^-?[1-9]\d{0,2},\d{3}$/;
const POINTED = /^-?(\d+\.?\d*|\.\d+)$/;
const COMMAED = /^-?(\d+,\d*|,\d+)$/;
/** Marks of thousands: the other mark is the point. */
const THOUSANDS = /^-?[1-9]\d{0,2}(?:(?:,\d{3})+\.\d*|(?:\.\d{3})+,\d*|(?:,\d{3}){2,}|(?:\.\d{3}){2,})$/;

/**
 * Reads a figure with a point or a comma: `7`, `7.5`, `7,5`, `.5`, `1,234.5`, `1.234,5`. One that can be read in two ways is not guessed at: what is wrong asks which it is. NaN stands for what is no
 * figure at all.
 */
export function readFigure(text: string): Parsed<number> {
  const figure = tidied(text);
  if (TWO_WAYS.test(figure)) {
    const [whole, point] = [figure.replace(',', ''), figure.replace(',', '.')];
    return {
      ok: false,
      problem: `“${figure}” can be read in two ways. Write ${whole} or ${point.replace(/0+$/, '').replace(/\.$/, '.0')}.`,
    };
  }
  if (POINTED.test(figure)) return { ok: true, value: Number(figure) };
  if (COMMAED.test(figure)) return { ok: true, value: Number(figure.replace(',', '.')) };
  if (!THOUSANDS.test(figure)) return { ok: true, value: NaN };
  const last = Math.max(figure.lastIndexOf('.'), figure.lastIndexOf(','));
  const mark = figure[last] ?? '';
  const isPoint = figure.indexOf(mark) === last;
  const whole = figure.slice(0, isPoint ? last : undefined).replace(/[.,]/g, '');
  return { ok: true, value: Number(isPoint ? `${whole}.${figure.slice(last + 1)}` : whole) };
}
