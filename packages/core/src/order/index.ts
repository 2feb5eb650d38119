/** Orders: what one customer wants by one day, in lines and sizes, and what it is quoted at. What a job costs is in `cost`; each size is a job of its own. */
export {
  addressOf,
  countOf,
  eachOf,
  type Customer,
  leadOf,
  type Order,
  ORDER_LIMITS,
  ORDER_STATES,
  type OrderChange,
  type OrderFile,
  type OrderJob,
  type OrderLine,
  piecesEach,
  type Progress,
  progressOf,
  sizesByLine,
  sizesOf,
  type Quote,
  type QuotedSize,
  type QuoteSums,
  type Reckoned,
} from './order.js';
export { HOLDS, type Hold, holdOf, type Short, shortOf, type Wanted, wantedOf } from './hold.js';
export { comparedOf, type Compared, type Correction, correctionsOf, handsOf, type Made } from './actual.js';
export { changeSays, type PrintedCost, type WantedSize } from './change.js';
export { amountOf, type QuoteRow, quoteRows, sumsOf } from './quote.js';
export { readSizes, type ReadSizes } from './sizes.js';
export { hasSizes, namesBySize, type NamesBySize } from './names.js';
export { designOn } from './scaled.js';
export { type BelowCost, checkOrder, checkPrices, differsFromQuote, type OrderKnown } from './check.js';
export { type CostedSize, offerEarned, offerOf, reckonedOf, type OfferedSize } from './offer.js';
export { whatIf, type WhatIf } from './what-if.js';
export { CARE_GROUPS, type CareGroup, careOf, packingOf, USUAL_CARE } from './packing.js';
