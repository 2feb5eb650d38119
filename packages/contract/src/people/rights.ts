/** What one may do here; each is given to a person by itself, a role gives some at once. */
export const RIGHTS = ['look', 'press', 'plan', 'money', 'stock', 'shop', 'keep', 'people'] as const;
export type Right = (typeof RIGHTS)[number];

/** What each right lets one do, as it is said on the screen. */
export const RIGHT_WORDS: Readonly<Record<Right, string>> = {
  look: 'See jobs, orders, the shelf and the log',
  press: 'Press, inspect and pack',
  plan: 'Plan jobs, orders, art, prints and days',
  money: 'Quote and accept prices',
  stock: 'Change the shelf, stock and what is bought',
  shop: 'Change presses, printers, recipes and settings',
  keep: 'Make backups, make room, load the demo',
  people: 'Let people and tablets in, read the book of changes',
};

export const ROLES = ['owner', 'planner', 'presser', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

/** The rights that come with a role. An owner has all of them, always. */
export const ROLE_RIGHTS: Readonly<Record<Role, readonly Right[]>> = {
  owner: RIGHTS,
  planner: ['look', 'press', 'plan', 'money', 'stock'],
  presser: ['look', 'press'],
  viewer: ['look'],
};

/** What a tablet at the bench can be used for, whoever stands at it. */
export const TABLET_RIGHTS: readonly Right[] = ['look', 'press'];
