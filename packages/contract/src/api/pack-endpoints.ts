import { packFileSchema, packSchema, parcelSchema } from '../pack/index.js';
import type { Descriptions } from './endpoint.js';

/** The doors of the packing table. */
export const PACK_ENDPOINTS = {
  packOrder: {
    summary: 'The pieces of an order as they stand at the packing table',
    answer: packFileSchema,
  },
  packJob: { summary: 'The same of a job that stands for itself', answer: packFileSchema },
  packIntoOrder: {
    summary:
      'Put pieces of an order into bags, or take them out; the same id again changes nothing, 409 for what may not be packed',
    body: packSchema,
    answer: packFileSchema,
  },
  packIntoJob: { summary: 'The same of a job that stands for itself', body: packSchema, answer: packFileSchema },
  parcelOfOrder: { summary: 'The boxes that take an order, and what sending them costs', answer: parcelSchema },
  parcelOfJob: { summary: 'The same of a job that stands for itself', answer: parcelSchema },
  careCard: { summary: 'How the goods of an order are looked after, on a card of A6', answer: 'application/pdf' },
  parcelLabel: { summary: 'A label for each box of the parcel, A6 or on a roll of 62 mm', answer: 'application/pdf' },
} satisfies Descriptions;
