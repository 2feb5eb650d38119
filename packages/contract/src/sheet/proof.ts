import Joi from 'joi';

/** How a proof shows the art: on paper, pressed, or pressed as the profile of the shop’s printer can show it. */
export type ProofLook = 'paper' | 'pressed' | 'profile';
export const lookSchema = Joi.string<ProofLook>().valid('paper', 'pressed', 'profile');
/** The profile that proofs are looked at through; null when none was given. */
export const profileSchema = Joi.object<{ name: string | null }, true>({ name: Joi.string().allow(null).required() });
/** Which piece of a run a proof shows, from 0; in a query, so that it comes as text. */
export const proofQuerySchema = Joi.object<{ piece?: string; v?: string }>({
  piece: Joi.string().pattern(/^\d{1,4}$/, 'the number of a piece'),
  /** Anything: another value asks for a fresh picture. */
  v: Joi.string().max(60),
});
