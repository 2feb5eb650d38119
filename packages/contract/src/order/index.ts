export {
  acceptSchema,
  followSchema,
  type LineChange,
  lineChangeSchema,
  type NewOrder,
  newOrderSchema,
  type NewQuote,
  newQuoteSchema,
  orderChangeSchema,
  orderFileSchema,
  orderStateSchema,
} from './order.js';
