import { lowered } from '../units/index.js';
import type { Film } from './film.js';

/** A film as it is named within a sentence. By itself, so that whoever only names one needs nothing of its choosing. */
export const filmInText = ({ name }: Pick<Film, 'name'>): string => lowered(name);
