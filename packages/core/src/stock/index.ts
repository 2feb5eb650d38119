/** What a shop keeps and buys: what there is, how fast it goes, and when to order. What an order wants of it is known by the order (order). */
export { checkBatch, offBy } from './batch.js';
export {
  blankItem,
  type Buying,
  changeBy,
  type Claim,
  type OrderClaim,
  inkItem,
  levelOf,
  paperItem,
  STOCK_EVENTS,
  STOCK_KINDS,
  STOCK_UNITS,
  type StockEvent,
  type StockItem,
  type StockKind,
  type StockReport,
  type StockUnit,
  SUPPLY_KINDS,
  type SupplyKind,
  supplyItem,
  type SupplyWords,
  USUAL_BUYING,
} from './item.js';
export {
  byUrgency,
  costOfAmount,
  freeFor,
  inLots,
  type Purchase,
  purchaseList,
  type Reserved,
  reservedOf,
  type Standing,
  standingOf,
} from './need.js';
export { type DayUse, reorderPoint, type ReorderPoint, SURETY, USE_WINDOW, useRate, type UseRate } from './reorder.js';
export { amountIn, amountText, parseAmount } from './words.js';
