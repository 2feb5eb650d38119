import { STAND_IN, type Printer } from '@kanga/core/shop';
import { config } from '../config.js';

/** Where a printer is reached now; null: it is printed on by hand. */
export const addressOf = ({ address }: Pick<Printer, 'address'>): string | null =>
  address === STAND_IN ? config().printer : address;
