/** What the shop's data take, and what of it nothing uses any more. */
import Joi from 'joi';

interface Measured {
  count: number;
  bytes: number;
}

export interface Storage {
  /** The whole database on disk. */
  database: number;
  pictures: Measured;
  prints: Measured;
  /** Pictures and prints that nothing uses, and from when on they are taken away: so many days after that was first seen. */
  unused: { pictures: Measured; prints: Measured; days: number };
  /** Jobs that are deleted, and can be taken back for so many days. */
  deleted: { jobs: number; days: number };
  disk: { free: number; guard: number };
}

const count = Joi.number().integer().min(0).required();
const measured = Joi.object<Measured, true>({ count, bytes: count }).required();
export const storageSchema = Joi.object<Storage, true>({
  database: count,
  pictures: measured,
  prints: measured,
  unused: Joi.object({ pictures: measured, prints: measured, days: count }).required(),
  deleted: Joi.object({ jobs: count, days: count }).required(),
  disk: Joi.object({ free: count, guard: count }).required(),
});
