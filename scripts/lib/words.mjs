import { Lack } from './machine.mjs';

/** A whole number after `--name` among the words of a command; `usual` where it is not named. */
export const numberIn = (words, name, usual) => {
  const at = words.indexOf(`--${name}`);
  const value = at < 0 ? usual : Number(words[at + 1]);
  if (!Number.isInteger(value) || value < 0) throw new Lack(`--${name} wants a whole number, got “${words[at + 1]}”.`);
  return value;
};
