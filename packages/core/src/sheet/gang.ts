import type { SheetChoices } from './choices.js';

/** What is chosen for sheets that several jobs share; how each job's own prints are folded or cut into parts stays with the job. */
export type SharedChoices = Pick<SheetChoices, 'together' | 'turns' | 'edge' | 'codes'>;

/** A job's choices on shared sheets: its own, with what all of them share, and no arrangement of its own. */
export const sharedWith = (own: SheetChoices, shared: SharedChoices): SheetChoices => ({
  ...own,
  ...shared,
  arrangement: null,
});
