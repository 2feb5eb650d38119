import Joi from 'joi';

/** What a scanner could scan now, and how finely. */
export interface Glass {
  ppi: number[];
  items: { id: string; name: string; subject: 'pen line' | 'blank' | 'cloth' }[];
}
export const glassSchema = Joi.object<Glass, true>({
  ppi: Joi.array().items(Joi.number()).required(),
  items: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().required(),
        name: Joi.string().required(),
        subject: Joi.string().valid('pen line', 'blank', 'cloth').required(),
      }),
    )
    .required(),
});
/** A query, so that the figures come as text. */
export const scanQuerySchema = Joi.object<{ item: string; ppi: string }, true>({
  item: Joi.string().max(60).required(),
  ppi: Joi.string()
    .pattern(/^\d{2,4}$/, 'pixels per inch')
    .required(),
});
