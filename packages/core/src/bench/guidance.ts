/**
 * How closely whoever presses is led: by every step (for learning); by each pressing, where closing and opening are told and say that what came before is done; or by a
 * press that tells of itself, where nothing is told by hand.
 */
export const GUIDANCES = ['every step', 'each pressing', 'the press tells'] as const;
export type Guidance = (typeof GUIDANCES)[number];
