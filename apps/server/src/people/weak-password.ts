import { PASSWORD } from '@kanga/contract/people';
import { dictionary } from '@zxcvbn-ts/language-common';
import { refuse, type Refusal } from '../http/index.js';

const COMMON = new Set(dictionary['passwords-common']?.map(String));

/** What is left of a password without the signs that are put round a word. */
const core = (text: string): string => text.replace(/^[^\p{L}]+|[^\p{L}]+$/gu, '');

/** Whether a text is some shorter text over and over. */
const repeats = (text: string): string | null => /^(.+?)\1+$/u.exec(text)?.[1] ?? null;

const isRow = (text: string): boolean => {
  const steps = new Set([...text].slice(1).map((sign, i) => (sign.codePointAt(0) ?? 0) - (text.codePointAt(i) ?? 0)));
  return steps.size === 1;
};

/** Why nobody should have this password, in words; null: nothing is known against it. `near`: words that everybody here knows. */
function fault(password: string, near: readonly string[]): string | null {
  const small = password.toLowerCase();
  const bare = core(small);
  const part = repeats(small) ?? small;
  if ([small, bare, part].some((one) => COMMON.has(one))) return 'It is one of those that are tried first';
  if (part.length <= 3 || isRow(small)) return 'It is a row of the same signs';
  const word = near.find((one) => one.length >= 3 && [bare, core(part)].includes(one.toLowerCase().trim()));
  return word === undefined ? null : `It is “${word}”, which everybody here knows`;
}

/** The refusal of a password that is too easily guessed; null: it can be taken. */
export function weakPassword(password: string, near: readonly string[]): Refusal | null {
  const why = fault(password, ['Kanga', 'password', ...near]);
  return why === null
    ? null
    : refuse(
        422,
        'person.password',
        `${why}: choose another password`,
        `At least ${PASSWORD.least} letters: three or four words that have nothing to do with each other are easy to remember.`,
      );
}
