import Joi from 'joi';
import type { JobFile } from '@kanga/core/job';
import { jobFileSchema } from './job.js';

/** The ticket inside its zip: `ticket.json`, beside `art/<sha256>` for each picture. See docs/formats/ticket.md. */
export interface Ticket {
  format: 'kanga-ticket';
  formatVersion: 5;
  file: JobFile;
}

export const ticketSchema = Joi.object<Ticket, true>({
  format: Joi.string().valid('kanga-ticket').required(),
  formatVersion: Joi.number().valid(5).required(),
  file: jobFileSchema.required(),
});
