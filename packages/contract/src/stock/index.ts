/** What is in stock, as it crosses the wire. */
export {
  buyingSchema,
  orderClaimSchema,
  type NewStockReport,
  stockEventSchema,
  type StockFile,
  stockFileSchema,
  stockIdSchema,
  stockItemSchema,
  stockReportSchema,
  supplySchema,
} from './stock.js';
