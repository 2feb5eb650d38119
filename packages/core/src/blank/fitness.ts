import type { Finding } from '../finding/index.js';
import type { Blank, Fibre } from './blank.js';
import { baseKindOf } from './colour.js';

/** One verdict on whether a blank takes dye. */
export type Verdict = 'takes dye' | 'takes dye, with a loss' | 'wrong process';

export interface Fitness {
  verdict: Verdict;
  /** The verdict's reason in one sentence. */
  why: string;
  findings: Finding[];
}

/** A few per cent of elastane does no harm and is not counted: 93 polyester, 6 elastane, 1 other is 98.9 % polyester. */
export function dyeShareOf(fibre: Fibre): number {
  const counted = fibre.elastane <= 10 ? 100 - fibre.elastane : 100;
  return counted <= 0 ? 0 : Math.min(100, (fibre.polyester / counted) * 100);
}

const FILM_ROUTE =
  'Use film transfer paper made for cotton: 180 °C; for light cloth 30 s, hot peel, then 10 to 15 s more under a cover sheet; for dark cloth 15 s, cold peel, then 3 s under a finishing sheet, cut to the outline of the art. Or take a polyester blank.';

function stop(code: string, title: string, why: string, remedy: string): Finding {
  return { code, severity: 'stop', title, why, remedy, where: { stage: 'blank' }, waivable: true };
}

/** Whether the cloth can hold dye, by its polyester. Thresholds: common practice, no published source. */
function fibreFinding(blank: Blank): Finding | null {
  const share = dyeShareOf(blank.fibre);
  const said = `${Math.round(share)} % polyester`;
  const white = baseKindOf(blank.baseColour) === 'white';
  if (share < 50) {
    return stop(
      'blank.fibre',
      `${said}: it will not hold the dye`,
      'Dye settles only in polyester; on the rest it washes out and the print turns to a shadow.',
      FILM_ROUTE,
    );
  }
  if (share < 65 && !white) {
    return stop(
      'blank.fibre',
      `${said} on a coloured base: too little to show`,
      'Below 65 % the print fades, and a coloured base hides what is left.',
      FILM_ROUTE,
    );
  }
  if (share < 95) {
    const faded = share < 65;
    return {
      code: 'blank.fibre',
      severity: faded ? 'fix' : 'note',
      title: faded ? `${said}: the print will look faded` : `${said}: a little paler than pure polyester`,
      why: `About ${Math.round(100 - share)} % of the cloth takes no dye and stays its own colour between the printed fibres.`,
      remedy: faded
        ? 'Use dark, bold art and show the customer a sample, or take a blank of 65 % polyester or more.'
        : 'Choose strong colours; press a sample first.',
      where: { stage: 'blank' },
      waivable: true,
    };
  }
  return null;
}

/** What the cloth's own colour does to transparent dye. */
function baseFinding(blank: Blank): Finding | null {
  const kind = baseKindOf(blank.baseColour);
  if (kind === 'dark') {
    return stop(
      'blank.base',
      'The base is dark: nothing will show',
      'The dye is transparent and there is no white ink, so a dark base swallows it; its own dye may also migrate into what lies on it.',
      'Take a white or light blank of the same kind.',
    );
  }
  if (kind === 'white') return null;
  return {
    code: 'blank.base',
    severity: kind === 'light' ? 'note' : 'fix',
    title: kind === 'light' ? 'A light base softens the colours a little' : 'The base tints every colour',
    why: 'The dye is transparent: each printed colour is mixed with the colour of the cloth, and white parts of the art show the cloth.',
    remedy:
      kind === 'light'
        ? 'Expect white parts to take the colour of the cloth.'
        : 'Use black or dark art, or take a white blank where colour matters.',
    where: { stage: 'blank' },
    waivable: true,
  };
}

/** Judges whether a blank takes dye and what will be seen. Never throws for a valid blank. */
export function fitnessOf(blank: Blank): Fitness {
  const findings = [fibreFinding(blank), baseFinding(blank)].filter((f) => f !== null);
  const worst = findings.find((f) => f.severity === 'stop') ?? findings.find((f) => f.severity === 'fix');
  if (worst?.severity === 'stop') return { verdict: 'wrong process', why: `${worst.title}.`, findings };
  if (worst) return { verdict: 'takes dye, with a loss', why: `${worst.title}.`, findings };
  const said = `${Math.round(dyeShareOf(blank.fibre))} % polyester`;
  return {
    verdict: 'takes dye',
    why: `${said} on a ${baseKindOf(blank.baseColour)} base: full, lasting colour.`,
    findings,
  };
}
