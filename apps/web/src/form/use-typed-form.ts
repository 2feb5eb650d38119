import type Joi from 'joi';
import { useState } from 'react';
import {
  get,
  set,
  useForm,
  type DefaultValues,
  type FieldErrors,
  type FieldPath,
  type FieldValues,
  type RegisterOptions,
} from 'react-hook-form';
import { usePrint } from '../data/index.js';
import { expected, schemaAt } from './limits.js';
import { quantityAt, readTyped, typedOf, type Quantities, type Typed } from './typed.js';

/** The fields of a form for a thing. */
export type FieldsOf<T> = Typed<T> extends infer Fields extends FieldValues ? Fields : never;
/** What of a thing is the same while it is typed: what is chosen. */
type ChosenIn<T> = {
  [Key in keyof T]: Typed<T[Key]> extends T[Key] ? (T[Key] extends Typed<T[Key]> ? Key : never) : never;
}[keyof T];

interface Options<T extends object> {
  /** How it stands now. */
  start: T;
  /** How it is typed; it may hang on what was chosen. */
  quantities: Quantities | ((thing: Pick<T, ChosenIn<T>>) => Quantities);
  /** The schema that checks it at the server, too; it comes when the form is there. */
  schema: () => Promise<Joi.ObjectSchema<T>>;
  /** The path that a fault of the whole is told at: of values that do not go together. */
  wholeAt?: string;
  /** What is said of a field that is not right, where its limits do not say it. */
  says?: Readonly<Record<string, string>>;
}

/** The word of a fault at a path: of its own, or that of a list for each of its places. */
const saidAt = (says: Readonly<Record<string, string>>, path: string): string | undefined =>
  says[path] ?? says[path.replace(/\.\d+(\..*)?$/, '')];

/**
 * A form of things that are typed: lengths, temperatures and times in the shop's units, held against the contract's own schema at every key.
 * Gives the form of react-hook-form, `field` for a text: its registration with what is wrong with it, and `submit`.
 */
export function useTypedForm<T extends object>({ start, quantities, schema, wholeAt = 'root', says = {} }: Options<T>) {
  const print = usePrint();
  type Fields = FieldsOf<T>;
  const of = (typed: object): Quantities => (typeof quantities === 'function' ? quantities(typed as T) : quantities);
  const [before] = useState(() => ({ thing: start, typed: typedOf(start, of(start), print) }));
  const form = useForm<Fields, unknown, T>({
    mode: 'onChange',
    defaultValues: before.typed as DefaultValues<Fields>,
    resolver: async (typed) => {
      const [wanted, { check }] = await Promise.all([schema(), import('@kanga/contract/finding')]);
      const { value, unread } = readTyped(typed, of(typed), print, before);
      const checked = check(wanted, value);
      const faulty = [...new Set([...unread, ...(checked.ok ? [] : checked.problem.faults.map(({ field }) => field))])];
      if (checked.ok && faulty.length === 0) return { values: checked.value, errors: {} };
      const errors = faulty.map((path): [string, string] => [
        path === '' ? wholeAt : path,
        saidAt(says, path) ?? expected(schemaAt(wanted, path), quantityAt(of(typed), path), print),
      ]);
      return { values: {}, errors: nested(errors) as FieldErrors<Fields> };
    },
  });
  const { errors } = form.formState;
  const problemAt = (path: string): string | undefined => firstMessage(get(errors, path));
  const field = <Path extends FieldPath<Fields>>(path: Path, options?: RegisterOptions<Fields, Path>) => ({
    ...form.register(path, options),
    problem: problemAt(path),
  });
  /** Gives what was typed once all of it is right. */
  const submit = (done: (thing: T) => void) => (event: React.FormEvent) => {
    void form.handleSubmit((thing) => {
      done(thing);
    })(event);
  };
  return { form, field, problemAt, print, submit };
}

/** Faults by their paths, as react-hook-form keeps them: one inside the other. */
function nested(errors: readonly [string, string][]): Record<string, unknown> {
  const all: Record<string, unknown> = {};
  for (const [path, message] of errors)
    set(all, path, { ...(get(all, path) as object | undefined), type: 'limits', message });
  return all;
}

/** What is wrong with a value, or with anything inside it. */
function firstMessage(node: unknown): string | undefined {
  if (typeof node !== 'object' || node === null) return undefined;
  const { message } = node as { message?: unknown };
  if (typeof message === 'string') return message;
  return Object.entries(node)
    .filter(([name]) => name !== 'ref')
    .map(([, one]) => firstMessage(one))
    .find((one) => one !== undefined);
}
