export {
  CONVERSIONS,
  type Ink,
  INK_NAMES,
  isCurved,
  type Margins,
  type Media,
  type MirrorTest,
  openEdges,
  type Pad,
  PAD_KINDS,
  type Press,
  PRESS_KINDS,
  type PrintCard,
  type Printer,
  type Settings,
  STAND_IN,
  USUAL_CARD,
  USUAL_INKS,
  USUAL_PRESS,
} from './shop.js';
export { type HouseRules, type School, SCHOOL_KEYS, schoolOf, SCHOOLS, USUAL_HOUSE } from './school.js';
export { type Pricing, type Rates, type Rounding, ROUNDINGS, USUAL_RATES } from './rates.js';
export type { Box, Parcels, ShippingRate } from './parcels.js';
