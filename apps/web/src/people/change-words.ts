import type { AuditEntry } from '@kanga/contract/people';

type Said = (subject: string) => string;
type Verbs = readonly [made: Said, changed: Said, gone: Said];

/** A thing with a name of its own. */
const named = (what: string): Verbs => [
  (subject) => `added the ${what} ${subject}`,
  (subject) => `changed the ${what} ${subject}`,
  (subject) => `took away the ${what} ${subject}`,
];
const always = (said: Said): Verbs => [said, said, said];

/** What was done to each kind of thing, as a sentence goes on after a name. */
export const CHANGES: Readonly<Record<string, { label: string; said: Verbs }>> = {
  settings: { label: 'Settings', said: always(() => 'changed the settings') },
  press: { label: 'Presses', said: named('press') },
  printer: { label: 'Printers', said: named('printer') },
  paper: { label: 'Papers', said: named('paper') },
  blank: { label: 'Shelf', said: named('blank') },
  recipe: { label: 'Recipes', said: always(() => 'wrote a recipe') },
  waiver: {
    label: 'Waivers',
    said: [
      (subject) => `waived a stop of ${subject}`,
      (subject) => `changed a waiver of ${subject}`,
      (subject) => `took back a waiver of ${subject}`,
    ],
  },
  plan: { label: 'Plans', said: always((subject) => `sent ${subject} to the press with its plan`) },
  day: { label: 'Days', said: always(() => 'changed the plan of the day') },
  buying: {
    label: 'Buying',
    said: [
      (subject) => `wrote down how ${subject} is bought`,
      (subject) => `changed how ${subject} is bought`,
      (subject) => `took away how ${subject} is bought`,
    ],
  },
  stock: { label: 'Stock', said: always((subject) => `reported the stock of ${subject}`) },
  profile: { label: 'Profile', said: always((subject) => `gave the printer’s profile ${subject}`) },
  price: { label: 'Prices', said: always(() => 'changed what an order is quoted at') },
  person: {
    label: 'People',
    said: [(subject) => `let ${subject} in`, (subject) => `changed ${subject}`, (subject) => `took ${subject} away`],
  },
  tablet: { label: 'Tablets', said: named('tablet') },
  passkey: {
    label: 'Passkeys',
    said: [() => 'made a passkey', () => 'changed a passkey', () => 'forgot a passkey'],
  },
  'sign-in rule': { label: 'Signing in', said: always(() => 'changed who has to come in by two steps') },
  'sign-in': { label: 'Sign-ins', said: always(() => 'signed in') },
  refused: {
    label: 'Refused',
    said: always((subject) => `refused somebody ${subject === '' ? 'whom nobody knows' : `who said to be ${subject}`}`),
  },
  demo: { label: 'Demo', said: always(() => 'loaded the demo shop') },
  book: { label: 'The book', said: always(() => 'began this book') },
};

/** What was done, as a sentence: *Wren changed the press Left clam*. */
export function sentenceOf({ who, what, subject, before, after }: AuditEntry): string {
  const said = CHANGES[what]?.said ?? named(what);
  const [made, changed, gone] = said;
  const verb = before === null ? made : after === null ? gone : changed;
  return `${who ?? 'Kanga'} ${verb(subject)}`;
}

/** A name of a value, as it is read: `heatLimit` is *heat limit*. */
const nameOf = (key: string): string =>
  key.replace(/_/g, ' ').replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);

const MOST_LETTERS = 80;
function valueOf(value: unknown): string {
  if (value === null || value === undefined) return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'object' && 'sha256' in value) return 'something long';
  const isList = Array.isArray(value) && value.every((one) => typeof one === 'string');
  const text = typeof value === 'string' ? value : isList ? value.join(', ') : JSON.stringify(value);
  return text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS)}…` : text;
}

/** Objects are told by the parts of them that changed. */
function parts(name: string, before: unknown, after: unknown): { name: string; before: string; after: string }[] {
  const isPlain = (value: unknown): value is Record<string, unknown> =>
    typeof value === 'object' && value !== null && !Array.isArray(value) && !('sha256' in value);
  if (isPlain(before) && isPlain(after)) {
    const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])];
    return keys
      .filter((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]))
      .flatMap((key) => parts(`${name}, ${nameOf(key)}`, before[key], after[key]));
  }
  return [{ name, before: valueOf(before), after: valueOf(after) }];
}

/** What changed in it, value by value. */
export function valuesOf({ before, after }: AuditEntry): { name: string; before: string; after: string }[] {
  const keys = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])];
  return keys.flatMap((key) => parts(nameOf(key), before?.[key], after?.[key]));
}
