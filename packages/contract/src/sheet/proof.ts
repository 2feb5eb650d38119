import Joi from 'joi';

/** How a proof shows the art. */
export const lookSchema = Joi.string<'paper' | 'pressed'>().valid('paper', 'pressed');
/** Which piece of a run a proof shows, from 0; in a query, so that it comes as text. */
export const proofQuerySchema = Joi.object<{ piece?: string; v?: string }>({
  piece: Joi.string().pattern(/^\d{1,4}$/, 'the number of a piece'),
  /** Anything: another value asks for a fresh picture. */
  v: Joi.string().max(60),
});
