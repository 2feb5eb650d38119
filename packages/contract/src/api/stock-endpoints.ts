import {
  buyingSchema,
  orderClaimSchema,
  stockEventSchema,
  stockItemSchema,
  stockReportSchema,
  supplySchema,
} from '../stock/index.js';
import { list, type Descriptions } from './endpoint.js';

/** The doors of what is in stock. */
export const STOCK_ENDPOINTS = {
  stock: {
    summary:
      'All that a shop keeps: what there is, how it is bought, how fast it goes, and what accepted orders want of it',
    answer: list(stockItemSchema),
  },
  stockEvents: { summary: 'What happened to a thing in stock, newest first', answer: list(stockEventSchema) },
  stockClaims: {
    summary: 'What accepted orders still want of a thing in stock, the first due first',
    answer: list(orderClaimSchema),
  },
  reportStock: {
    summary: 'Report what came, or what was counted; the same id again changes nothing',
    body: stockReportSchema,
    answer: stockItemSchema,
  },
  setBuying: { summary: 'Say how a thing is bought', body: buyingSchema, answer: stockItemSchema },
  setSupply: { summary: 'Save a supply; a new id adds one', body: supplySchema, answer: stockItemSchema },
  removeSupply: { summary: 'Take a supply off the list', answer: list(stockItemSchema) },
  purchaseTable: { summary: 'What is to be bought, by supplier, as a table', answer: 'text/csv' },
  purchasePdf: { summary: 'What is to be bought, by supplier, as a PDF', answer: 'application/pdf' },
} satisfies Descriptions;
