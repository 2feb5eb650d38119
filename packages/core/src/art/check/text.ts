import type { Template } from '../../blank/index.js';
import type { Finding } from '../../finding/index.js';
import { applyTo, boundsOf, polygonContains, rectPolygon, rectsOverlap } from '../../geometry/index.js';
import type { DrawnText } from '../compose.js';
import { FONTS, fontsWith } from '../../text/index.js';
import { artFinding } from './finding.js';
import { clothLimits } from './limits.js';
import type { CheckPlace } from './picture.js';

/** Which font to take for signs that one lacks. */
export function fontFor(signs: readonly string[]): string {
  const [first, second] = fontsWith(signs).map((id) => FONTS[id].name);
  if (first === undefined)
    return 'None of the fonts has them all. Write it with other letters, or have it drawn and bring it as a picture.';
  return `Choose ${second === undefined ? first : `${first} or ${second}`} for this line: ${signs.length === 1 ? 'it is' : 'they are'} in there.`;
}

const cornersOf = ({ line, transform }: DrawnText) =>
  line.ink ? rectPolygon(line.ink).map((p) => applyTo(transform, p)) : [];

/** Whether a part of a line lies outside the print. */
export const isCut = (drawn: DrawnText, template: Template): boolean =>
  !cornersOf(drawn).every((p) => polygonContains(template.bleedPolygon, p));

/** All that is to be said of one line of text as it is set for one piece. */
export function checkText(drawn: DrawnText, { blank, side, template, print }: CheckPlace): Finding[] {
  const { item, line } = drawn;
  const findings: Finding[] = [];
  const said = `“${item.text.length > 24 ? `${item.text.slice(0, 23)}…` : item.text}”`;
  const corners = cornersOf(drawn);
  const marks = corners.length > 0 ? [boundsOf(corners)] : [];
  const add = (code: string, severity: Finding['severity'], title: string, why: string, remedy: string) =>
    findings.push(artFinding(code, severity, title, why, remedy, { side, marks }));
  if (line.missing.length > 0) {
    add(
      'art.glyphs',
      'stop',
      `The font has no ${line.missing.slice(0, 6).join(' ')}`,
      `${said} would be printed with gaps.`,
      fontFor(line.missing),
    );
  }
  if (line.over > 0) {
    add(
      'art.text-wide',
      'fix',
      `${said} is ${print.length(line.over)} too wide`,
      `At its least size of ${print.length(item.leastSize)} it still does not fit ${print.length(item.maxWidth ?? 0)}.`,
      'Allow a smaller least size or more width, take a narrower font, or shorten the text.',
    );
  }
  const { capital } = clothLimits(blank);
  if (line.size < capital && line.ink) {
    add(
      'art.small-text',
      'fix',
      `${said} is set ${print.length(line.size)} high: too small for this cloth`,
      `Capitals read from about ${print.length(capital)} on ${blank.surface} cloth.`,
      'Set it larger.',
    );
  }
  if (isCut(drawn, template)) {
    add(
      'art.text-cut',
      'stop',
      `${said} is cut off`,
      'Part of it lies outside the print: it would be pressed without its end.',
      'Move it inside, or set it smaller.',
    );
  } else if (template.safePolygon.length > 0 && !corners.every((p) => polygonContains(template.safePolygon, p))) {
    add(
      'art.text-safe',
      template.covers ? 'fix' : 'note',
      `${said} comes within ${print.length(template.safe)} of the edge`,
      'Words that near the edge are cut or pressed round it.',
      'Move it inside the dotted line.',
    );
  }
  const [ink] = marks;
  const keepOut = (blank.sides[side]?.keepOuts ?? []).find(({ area }) => ink && rectsOverlap(boundsOf(area), ink, 0));
  if (keepOut) {
    add(
      'art.text-keep-out',
      'fix',
      `${said} runs into the ${keepOut.kind}`,
      'Nothing printed there will show or survive.',
      'Move the line away from it.',
    );
  }
  return findings;
}
