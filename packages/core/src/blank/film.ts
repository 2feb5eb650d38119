import { temperatureText } from '../units/index.js';
import { baseKindOf } from './base.js';
import { isHardGoods, type BlankDescription } from './blank.js';

/** What goods are decorated by: dye that turns to gas, or a film that is pressed on where dye is the wrong thing. */
export const PROCESSES = ['dye', 'film'] as const;
export type Process = (typeof PROCESSES)[number];

/** A film transfer paper: how it is printed, pressed, peeled and finished. °C, s. */
export interface Film {
  name: string;
  /** Printed mirrored, for its back comes up; one whose carrier is taken off first is printed as it reads. */
  mirrored: boolean;
  temperature: number;
  dwell: number;
  peel: 'hot' | 'cold';
  /** Seconds of the pressing that finishes it, within which practice differs, and under what. */
  finish: { seconds: number; low: number; high: number; under: string };
}

/** By the base that they go on. Common practice, no published source; the sheet of the paper itself comes first. */
export const FILMS: Record<'light' | 'dark', Film> = {
  light: {
    name: 'Film transfer paper for light cloth',
    mirrored: true,
    temperature: 180,
    dwell: 30,
    peel: 'hot',
    finish: { seconds: 12, low: 10, high: 15, under: 'a cover sheet' },
  },
  dark: {
    name: 'Opaque film transfer paper for dark cloth',
    mirrored: false,
    temperature: 180,
    dwell: 15,
    peel: 'cold',
    finish: { seconds: 3, low: 3, high: 3, under: 'a finishing sheet' },
  },
};

/** The film that goes on a blank; null: films go on cloth alone. */
export const filmFor = (blank: Pick<BlankDescription, 'family' | 'baseColour'>): Film | null =>
  isHardGoods(blank.family) ? null : FILMS[baseKindOf(blank.baseColour) === 'dark' ? 'dark' : 'light'];

/** Whether a print is to read right on its paper, as an opaque film is; dye (null) and a film that is laid face down are mirrored. */
export const readsRight = (film: Film | null): boolean => film !== null && !film.mirrored;

/** How a film is used, in a few sentences. */
export function filmSteps({ mirrored, temperature, dwell, peel, finish }: Film): string[] {
  const cut = 'cut along the outline of the art by its registration marks';
  const seconds = finish.low === finish.high ? `${finish.low}` : `${finish.low} to ${finish.high}`;
  return [
    mirrored
      ? `Print it as the paper’s own sheet says, mirrored, and ${cut}.`
      : `Print it the right way round and ${cut}: its white carrier shows as a box otherwise.`,
    `Press at ${temperatureText(temperature)} for ${dwell} s and peel ${peel}.`,
    `Press ${seconds} s more under ${finish.under}.`,
  ];
}
