import type { Finding } from '../finding/index.js';
import { deltaE00, hexOf, labOfLinear, linearOf, onCloth } from '../colour/index.js';
import { baseKindOf } from './base.js';
import { isHardGoods, type BlankDescription, type Fibre } from './blank.js';
import { filmInText } from './film-words.js';
import { filmFor, filmSteps } from './film.js';

/** One verdict on whether a blank takes dye. */
type Verdict = 'takes dye' | 'takes dye, with a loss' | 'wrong process';

/** How much of its strength a print keeps on cloth of so much polyester, the most first. */
type Strength = 'full, lasting colour' | 'a little paler' | 'paler, as if worn' | 'faded';
/** What will be seen of the print, in a few words each: the same ones wherever the blank is spoken of. */
type Seen = Strength | 'tinted by the base' | 'nothing shows' | 'the cloth’s own dye migrates';

/** One ink as it is meant and as it comes out on this cloth. */
interface InkLook {
  name: string;
  meant: string;
  pressed: string;
  /** The difference, ΔE00: 1 is just seen, 5 is plain. */
  difference: number;
  /** The same in words. */
  said: Seen | 'as meant';
}

/** Another process, where dye is the wrong one. */
interface Route {
  name: string;
  steps: string[];
}

export interface Fitness {
  verdict: Verdict;
  /** The verdict's reason in one sentence. */
  why: string;
  seen: Seen[];
  look: InkLook[];
  route: Route | null;
  findings: Finding[];
}

/** The inks a look is shown for. */
const INKS = [
  ['cyan', '#00a0c8'],
  ['magenta', '#d0107a'],
  ['yellow', '#ffd200'],
  ['red', '#d8241c'],
  ['green', '#1d8a3c'],
  ['black', '#17151f'],
] as const;

/** A difference that nobody minds, and one between print and bare cloth that nobody makes out, ΔE00. Kanga's own reading of 1 as just seen and 5 as plain. */
const UNMINDED = 2.5;

/** What a few plain inks come out as on the blank: dye over its base, thinned by what takes no dye. */
function inkLooks(blank: BlankDescription): InkLook[] {
  const base = linearOf(blank.baseColour);
  const share = dyeShareOf(blank.fibre);
  const white = baseKindOf(blank.baseColour) === 'white';
  return INKS.map(([name, meant]) => {
    const [wanted, seen] = [linearOf(meant), onCloth(linearOf(meant), 1, base, share / 100)];
    const difference = deltaE00(labOfLinear(wanted), labOfLinear(seen));
    const shows = share >= LEAST_SHARE && deltaE00(labOfLinear(base), labOfLinear(seen)) > UNMINDED;
    const changed = white ? strengthOf(share) : 'tinted by the base';
    const said = difference <= UNMINDED ? 'as meant' : shows ? changed : 'nothing shows';
    return { name, meant, pressed: hexOf(seen), difference, said };
  });
}

/** Below this the dye washes out, %. Common practice, no published source, as all thresholds here. */
const LEAST_SHARE = 50;
/** From so much polyester on a print keeps so much of its strength, %. That 65 is the least for coloured cloth and 50 for white is common practice; the steps between are Kanga's own. */
const STRENGTHS: readonly (readonly [number, Strength])[] = [
  [95, 'full, lasting colour'],
  [80, 'a little paler'],
  [65, 'paler, as if worn'],
  [LEAST_SHARE, 'faded'],
];

/** How strong a print is by the share of the cloth that takes dye, %. */
const strengthOf = (share: number): Strength => STRENGTHS.find(([least]) => share >= least)?.[1] ?? 'faded';

/** A few per cent of elastane does no harm and is not counted: 93 polyester, 6 elastane, 1 other is 98.9 % polyester. */
export function dyeShareOf(fibre: Fibre): number {
  const counted = fibre.elastane <= 10 ? 100 - fibre.elastane : 100;
  return counted <= 0 ? 0 : Math.min(100, (fibre.polyester / counted) * 100);
}

function routeOf(blank: BlankDescription): Route | null {
  const film = filmFor(blank);
  return film && { name: film.name, steps: filmSteps(film) };
}

const filmRemedy = (blank: BlankDescription): string => {
  const route = routeOf(blank);
  return route ? `Use ${filmInText(route)}, or take a polyester blank.` : 'Take goods with a polymer coating.';
};

function stop(code: string, title: string, why: string, remedy: string): Finding {
  return { code, severity: 'stop', title, why, remedy, where: { stage: 'blank' }, waivable: true };
}

/** Whether the cloth can hold dye, by its polyester. Thresholds: common practice, no published source. */
function fibreFinding(blank: BlankDescription): Finding | null {
  const share = dyeShareOf(blank.fibre);
  const said = `${Math.round(share)} % polyester`;
  const white = baseKindOf(blank.baseColour) === 'white';
  if (share < LEAST_SHARE) {
    return stop(
      'blank.fibre',
      `${said}: it will not hold the dye`,
      'Dye settles only in polyester; on the rest it washes out and the print turns to a shadow.',
      filmRemedy(blank),
    );
  }
  if (strengthOf(share) === 'faded' && !white) {
    return stop(
      'blank.fibre',
      `${said} on a coloured base: too little to show`,
      'Below 65 % the print fades, and a coloured base hides what is left.',
      filmRemedy(blank),
    );
  }
  const strength = strengthOf(share);
  if (strength !== 'full, lasting colour') {
    const little = strength === 'a little paler';
    return {
      code: 'blank.fibre',
      severity: little ? 'note' : 'fix',
      title: `${said}: the print comes out ${strength}`,
      why: `About ${Math.round(100 - share)} % of the cloth takes no dye and stays its own colour between the printed fibres.`,
      remedy: little
        ? 'Choose strong colours; press a sample first.'
        : `Use dark, bold art and show the customer a sample, or take a blank of more polyester.`,
      where: { stage: 'blank' },
      waivable: true,
    };
  }
  return null;
}

/** What the cloth's own colour does to transparent dye. */
function baseFinding(blank: BlankDescription): Finding | null {
  const kind = baseKindOf(blank.baseColour);
  if (kind === 'dark') {
    return stop(
      'blank.base',
      'The base is dark: nothing will show',
      'The dye is transparent and there is no white ink, so a dark base swallows it; its own dye may also migrate into what lies on it.',
      'Take a white or light blank of the same kind, or use opaque film transfer paper.',
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

/** What will be seen. */
function seenOn(blank: BlankDescription): Seen[] {
  const share = dyeShareOf(blank.fibre);
  const base = baseKindOf(blank.baseColour);
  if (base === 'dark') return ['nothing shows', 'the cloth’s own dye migrates'];
  if (share < LEAST_SHARE) return ['nothing shows'];
  const strength = strengthOf(share);
  if (base === 'white') return [strength];
  return strength === 'full, lasting colour' ? ['tinted by the base'] : [strength, 'tinted by the base'];
}

/** Judges whether a blank takes dye, what will be seen, and what else to do where it does not. Never throws for a valid blank. */
export function fitnessOf(blank: BlankDescription): Fitness {
  const findings = [fibreFinding(blank), baseFinding(blank)].filter((f) => f !== null);
  const worst = findings.find((f) => f.severity === 'stop') ?? findings.find((f) => f.severity === 'fix');
  const rest = { seen: seenOn(blank), look: inkLooks(blank), findings };
  if (worst?.severity === 'stop')
    return { verdict: 'wrong process', why: `${worst.title}.`, route: routeOf(blank), ...rest };
  if (worst) return { verdict: 'takes dye, with a loss', why: `${worst.title}.`, route: null, ...rest };
  const ground = isHardGoods(blank.family) ? 'A polymer coating' : `${Math.round(dyeShareOf(blank.fibre))} % polyester`;
  return {
    verdict: 'takes dye',
    why: `${ground} on a ${baseKindOf(blank.baseColour)} base: ${rest.seen.join(', ')}.${isHardGoods(blank.family) ? ' Peel off any protective film first.' : ''}`,
    route: null,
    ...rest,
  };
}
