import type { Blank, Film, Template } from '../blank/index.js';
import { overrule, type Decision, type Source } from '../finding/index.js';
import type { Press } from '../shop/index.js';
import { capitalised } from '../units/index.js';
import { cautionOf, clumsyBy, namedSide, placing, TAKES, USUAL_COOL } from './step-facts.js';
import type { Layer } from './layers.js';
import type { Overrides, PressSettings } from './settings.js';
import type { Step } from './step.js';

/** Cotton holds water, and a film that is pressed on steam bubbles. From memory, no published source. */
const DRYING = 5;

/** The settings of a film: its own, unless the user overrules them. */
export function filmSettings(film: Film, overrides: Overrides): PressSettings {
  const source: Source = { kind: 'reference chart', row: film.name };
  const said = <T>(value: T, why: string, unit?: Decision<T>['unit']): Decision<T> => ({
    value,
    ...(unit ? { unit } : {}),
    why,
    source,
    confidence: 'start',
  });
  const usual = 'Usual for such films; the sheet that came with the paper comes first.';
  return {
    temperature: overrule(said<number>(film.temperature, usual, '°C'), overrides.temperature),
    dwell: overrule(said<number>(film.dwell, usual, 's'), overrides.dwell),
    pressure: overrule<PressSettings['pressure']['value']>(said('medium', usual), overrides.pressure),
    prePress: overrule(said<number>(DRYING, 'Drives out moisture: steam lifts a film.', 's'), overrides.prePress),
    peel: overrule<PressSettings['peel']['value']>(said(film.peel, usual), overrides.peel),
  };
}

/** The layers of dye with the film in place of the transfer. */
export const filmLayers = (film: Film, layers: readonly Layer[]): Layer[] =>
  layers.map((layer) =>
    layer.role === 'transfer'
      ? {
          ...layer,
          name: 'Film',
          detail: film.mirrored ? 'print faces down, carrier up' : 'print faces up, off its carrier',
          faces: film.mirrored ? 'down' : 'up',
          why: film.mirrored
            ? 'It melts on to the cloth, and its carrier is peeled off.'
            : 'It is opaque: it is laid on as it is seen, and stays as a layer.',
        }
      : layer,
  );

/** The ordered steps of pressing a film on one piece. `sections`: pressings of each side. */
export function filmStepsOf(
  blank: Blank,
  film: Film,
  asked: {
    settings: PressSettings;
    templates: readonly Template[];
    sections: readonly number[];
    press: Press['kind'];
  },
): Step[] {
  const { settings, templates, sections, press } = asked;
  const steps: Step[] = [];
  const add = (step: Omit<Step, 'caution' | 'seconds'> & Partial<Pick<Step, 'caution' | 'seconds'>>) =>
    steps.push({
      caution: cautionOf(step.kind, blank, press),
      seconds: null,
      ...step,
      takes: Math.round(step.takes * clumsyBy(step.kind, templates[0]?.bleedBox)),
    });
  blank.sides.forEach((_, side) => {
    const name = namedSide(blank, side);
    if (side > 0)
      add({
        kind: 'turn',
        side,
        title: `Turn it over${name}`,
        how: 'Fresh paper under and over it.',
        at: 'press',
        hands: 2,
        takes: TAKES.turn,
        look: 'Which side is done.',
      });
    add({
      kind: 'lint-roll',
      side,
      title: `Lint-roll${name}`,
      how: 'What lies under a film shows as a bump.',
      at: 'table',
      hands: 2,
      takes: TAKES.lint,
      look: 'Threads, hairs and dust against the light.',
    });
    if (side === 0 && settings.prePress.value > 0)
      add({
        kind: 'pre-press',
        side,
        title: 'Pre-press',
        how: 'Empty: dries and flattens.',
        at: 'press',
        hands: 1,
        takes: TAKES.shut,
        seconds: settings.prePress.value,
        look: 'Steam at the edges: when it stops, the cloth is dry.',
      });
    add({
      kind: 'prepare',
      side,
      title: `Cut out the film${name}`,
      how: `Along the outline of the art, by its marks: what is left round it shows as a box.${film.mirrored ? '' : ' Then take it off its carrier.'}`,
      at: 'table',
      hands: 2,
      takes: TAKES.join,
      look: 'No white rim; small parts still there.',
    });
    add({
      kind: 'place',
      side,
      title: `Place the film${name}`,
      how: `${film.mirrored ? 'Print face down' : 'Print face up'}. ${placing(blank, side, templates[side])}`,
      at: 'table',
      hands: 2,
      takes: TAKES.place,
      look: 'Straight, and the right way up for what it says.',
    });
    add({
      kind: 'stack',
      side,
      title: `${press === 'hand iron' ? 'Lay it on the board' : 'Lay it in the press'}${name}`,
      how: film.mirrored
        ? 'A cover sheet over its carrier.'
        : `Under ${film.finish.under}: the plate never touches the film.`,
      at: 'press',
      hands: 2,
      takes: TAKES.stack,
      look: 'As the bed shows; what hangs off is off.',
    });
    const count = Math.max(1, sections[side] ?? 1);
    for (let section = 0; section < count; section++) {
      const which = count > 1 ? `, section ${section + 1} of ${count}` : '';
      if (section > 0)
        add({
          kind: 'move',
          side,
          title: `Move it on${name}${which}`,
          how: 'Hold up what hangs out; fresh paper over it.',
          at: 'press',
          hands: 2,
          takes: TAKES.move,
          look: 'The seam overlaps, no gap.',
        });
      add({
        kind: 'press',
        side,
        title: `Press${name}${which}`,
        how: 'Medium pressure, plates level.',
        at: 'press',
        hands: 1,
        takes: TAKES.shut,
        seconds: settings.dwell.value,
        look: 'The clock, and the plate’s temperature.',
      });
    }
    const cold = settings.peel.value === 'cold';
    if (cold)
      add({
        kind: 'wait',
        side,
        title: `Let it cool${name}`,
        how: 'Off the press, flat, until it is cold.',
        at: 'rack',
        hands: 0,
        takes: USUAL_COOL,
        look: 'Nothing lies on it.',
      });
    add({
      kind: 'peel',
      side,
      title: cold ? 'Peel cold' : 'Peel hot',
      how: film.mirrored
        ? 'The carrier, low and evenly, at once.'
        : `${capitalised(film.finish.under.slice(2))}, low and evenly.`,
      at: cold ? 'table' : 'press',
      hands: 1,
      takes: TAKES.peel,
      look: 'No edge comes up with it: else press again and peel later.',
      // Cold, it burns nobody.
      ...(cold ? { caution: null } : {}),
    });
    add({
      kind: 'press',
      side,
      title: `Finish it${name}`,
      how: `Once more, under ${film.finish.under}: sets the film into the cloth.`,
      at: 'press',
      hands: 1,
      takes: TAKES.shut,
      seconds: film.finish.seconds,
      look: 'The weave shows through it a little.',
    });
  });
  const last = blank.sides.length - 1;
  add({
    kind: 'cool',
    side: last,
    title: 'Lay it flat to cool',
    how: 'Alone: warm films stick to each other.',
    at: 'rack',
    hands: 0,
    takes: USUAL_COOL,
    look: 'Nothing lies on it.',
  });
  return steps;
}
