import {
  acceptSchema,
  followSchema,
  lineChangeSchema,
  madeSchema,
  mergeOrderSchema,
  newOrderSchema,
  newQuoteSchema,
  orderChangeSchema,
  orderFileSchema,
  orderPageSchema,
  ordersQuerySchema,
  orderStateSchema,
  repeatOrderSchema,
  splitOrderSchema,
} from '../order/index.js';
import type { Descriptions } from './endpoint.js';

/** The doors of orders. */
export const ORDER_ENDPOINTS = {
  orders: {
    summary:
      'A page of the open orders with their jobs, by due day; or of the others, the last first; narrowed to those that words are found in',
    query: ordersQuerySchema,
    answer: orderPageSchema,
  },
  addOrder: {
    summary: 'Open an order; the same id again changes nothing',
    body: newOrderSchema,
    answer: orderFileSchema,
  },
  order: { summary: 'An order with its jobs', answer: orderFileSchema },
  changeOrder: {
    summary: 'Change who ordered, what it is called, and by when; 409 when somebody saved it since',
    body: orderChangeSchema,
    answer: orderFileSchema,
  },
  setLine: {
    summary: 'Say what is wanted of a line, size by size: each becomes a job; none at all takes the line off',
    body: lineChangeSchema,
    answer: orderFileSchema,
  },
  followLine: {
    summary: 'Let a size have the design of its line again, or keep its own',
    body: followSchema,
    answer: orderFileSchema,
  },
  repeatOrder: {
    summary: 'Open an order that does this one again; the same id again changes nothing',
    body: repeatOrderSchema,
    answer: orderFileSchema,
  },
  splitOrder: {
    summary:
      'Make an order of its own of some lines, at the prices that they were quoted at; the same id again changes nothing',
    body: splitOrderSchema,
    answer: orderFileSchema,
  },
  mergeOrder: {
    summary: 'Take the lines of another open order into this one; the other is cancelled',
    body: mergeOrderSchema,
    answer: orderFileSchema,
  },
  quoteOrder: { summary: 'Keep a quote: its prices are frozen', body: newQuoteSchema, answer: orderFileSchema },
  quote: { summary: 'The quote as a PDF for the customer', answer: 'application/pdf' },
  quoteTable: { summary: 'The quote as a table that other programs read', answer: 'text/csv' },
  madeOfOrder: { summary: 'What the order came to: pieces, paper, ink, hands and the press', answer: madeSchema },
  proofOfOrder: { summary: 'One proof of the whole order for its customer, PDF', answer: 'application/pdf' },
  slip: { summary: 'The packing slip as a PDF: what goes into the parcel and how', answer: 'application/pdf' },
  acceptQuote: { summary: 'Record that the customer took the quote', body: acceptSchema, answer: orderFileSchema },
  setOrderState: {
    summary: 'Close an order, cancel it, or open it again',
    body: orderStateSchema,
    answer: orderFileSchema,
  },
} satisfies Descriptions;
