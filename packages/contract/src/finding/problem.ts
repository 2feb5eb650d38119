import Joi from 'joi';

/** One thing wrong with what was sent. */
interface Fault {
  /** Path of the value, `outline.width`; empty for the whole. */
  field: string;
  message: string;
}

/** What every refusal looks like on the wire: what was wrong, and how to mend it. */
export interface Problem {
  /** Stable name, `art.broken`. */
  code: string;
  title: string;
  remedy: string;
  faults: Fault[];
}

export const problemSchema = Joi.object<Problem, true>({
  code: Joi.string().required(),
  title: Joi.string().required(),
  remedy: Joi.string().allow('').required(),
  faults: Joi.array()
    .items(Joi.object({ field: Joi.string().allow('').required(), message: Joi.string().required() }))
    .required(),
});

export type Checked<T> = { ok: true; value: T } | { ok: false; problem: Problem };

/** What Joi says, with the value that was sent, so that the sender sees what to change. */
function say({ message, context }: Joi.ValidationErrorItem): string {
  const value: unknown = context?.value;
  const shown = value === undefined || typeof value === 'object' ? '' : ` Got ${JSON.stringify(value).slice(0, 80)}.`;
  return `${message}.${shown}`;
}

/** What no text may hold: a NUL, which the database does not keep, and half of a pair of UTF-16, which is no letter (Unicode Standard, D71 to D75). */
const UNKEEPABLE = /\0|\p{Surrogate}/u;

/** Every text in a value that nobody could keep, by its path, and the one name that no field may have. Names of fields are texts, too. */
function unkeepable(value: unknown, path: string): Fault[] {
  if (typeof value === 'string') {
    const at = value.search(UNKEEPABLE);
    if (at < 0) return [];
    const what = value[at] === '\0' ? 'a NUL character' : 'half of a character (a lone surrogate)';
    return [{ field: path, message: `"${path}" holds ${what} at place ${at + 1}: take it out.` }];
  }
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, one]) => [
    ...(UNKEEPABLE.test(name) ? [{ field: path, message: `"${path}" holds a field whose name is no text` }] : []),
    // In JSON it is a field like another, which Joi passes over; copied by assignment it would become what the copy is made from.
    ...(name === '__proto__' ? [{ field: path, message: `"${path}" holds a field “__proto__”: take it out.` }] : []),
    ...unkeepable(one, path === '' ? name : `${path}.${name}`),
  ]);
}

/** As many faults as anybody reads. */
const MOST_FAULTS = 50;

/** Validates at the door: the value with defaults filled in, or every fault at once. Unknown fields are faults. */
export function check<T>(schema: Joi.Schema<T>, value: unknown): Checked<T> {
  const result = schema
    .required()
    .validate(value, { abortEarly: false, convert: false, errors: { wrap: { label: '"' } } });
  const broken = unkeepable(value, '');
  if (!result.error && broken.length === 0) return { ok: true, value: result.value as T };
  const said = result.error?.details.map((detail) => ({ field: detail.path.join('.'), message: say(detail) })) ?? [];
  const faults = [...broken, ...said].slice(0, MOST_FAULTS);
  return {
    ok: false,
    problem: {
      code: 'input.invalid',
      title: faults.length === 1 ? (faults[0]?.message ?? '') : `${faults.length} values are not right`,
      remedy: 'Correct what is listed and send it again. Nothing was changed.',
      faults,
    },
  };
}
