/** What is in stock, as it crosses the wire. */
export {
  buyingSchema,
  type NewStockReport,
  stockEventSchema,
  stockIdSchema,
  stockItemSchema,
  stockReportSchema,
  supplySchema,
} from './stock.js';
