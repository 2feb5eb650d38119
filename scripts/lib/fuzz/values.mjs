import fc from 'fast-check';

/** What strangers send where something else is wanted. */
export const hostile = fc.oneof(
  fc.constantFrom(
    null,
    true,
    false,
    0,
    -0,
    -1,
    1e308,
    -1e308,
    2 ** 31,
    2 ** 53,
    0.1,
    '',
    ' ',
    '\0',
    'a\0b',
    '\ud800',
    'x\udfff',
    '__proto__',
    '{',
    '"',
    "'; DROP TABLE job; --",
    '../../etc/passwd',
    '%00',
    '\u202e',
    '2024-02-30',
    '0000-01-01',
    '9999-12-31T23:59:59Z',
    '{11111111-1111-4111-8111-111111111111}',
    'NaN',
    'Infinity',
    '1e999',
  ),
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.string({ maxLength: 3000 }),
  fc.double(),
  fc.integer(),
  fc.constant([]),
  fc.constant({}),
  fc.constant(Array.from({ length: 500 }, () => 'x')),
  fc.constant(JSON.parse(`${'['.repeat(400)}${']'.repeat(400)}`)),
  fc.constant(JSON.parse('{"__proto__":{"x":1},"constructor":{"prototype":1}}')),
);

const range = (rules, least, most) => {
  // A limit may stand in another field: that is not told here.
  const arg = (name) =>
    rules.map((rule) => (rule.name === name ? rule.args?.limit : undefined)).find((limit) => typeof limit === 'number');
  return { min: arg('min') ?? arg('greater') ?? least, max: arg('max') ?? arg('less') ?? most };
};

function stringOf(described, ids) {
  const rules = described.rules ?? [];
  if (rules.some(({ name }) => name === 'guid')) return fc.constantFrom(...ids);
  const pattern = rules.find(({ name }) => name === 'pattern')?.args?.regex;
  if (pattern) {
    const source = String(pattern).replace(/^\/|\/[a-z]*$/g, '');
    if (source.includes('T'))
      return fc
        .date({ min: new Date('2020-01-01'), max: new Date('2030-01-01'), noInvalidDate: true })
        .map((date) => date.toISOString());
    if (source.startsWith('^\\d{4}-'))
      return fc
        .date({ min: new Date('2020-01-01'), max: new Date('2030-01-01'), noInvalidDate: true })
        .map((date) => date.toISOString().slice(0, 10));
    try {
      return fc.stringMatching(new RegExp(source), { maxLength: 60 });
    } catch {
      return fc.string({ maxLength: 20 });
    }
  }
  const { min, max } = range(rules, 0, 40);
  return fc.string({ minLength: min, maxLength: Math.max(min, Math.min(max, 60)) });
}

/** Values as a Joi schema describes them: not always right, since rules of its own (`custom`) are not told, but near. */
export function valueOf(described, ids) {
  const { type, flags = {}, allow = [], keys = {}, items = [], matches = [] } = described;
  const plain = allow.filter((value) => typeof value !== 'object' || value === null);
  if (flags.only && plain.length > 0) return fc.constantFrom(...plain);
  const own = () => {
    const rules = described.rules ?? [];
    switch (type) {
      case 'string':
        return stringOf(described, ids);
      case 'number': {
        const { min, max } = range(rules, -1000, 1000);
        return rules.some(({ name }) => name === 'integer')
          ? fc.integer({ min: Math.ceil(min), max: Math.floor(Math.max(min, max)) })
          : fc.double({ min, max: Math.max(min, max), noNaN: true });
      }
      case 'boolean':
        return fc.boolean();
      case 'array':
        return fc.array(items.length > 0 ? fc.oneof(...items.map((item) => valueOf(item, ids))) : hostile, {
          maxLength: 3,
        });
      case 'alternatives': {
        const all = matches.flatMap(({ schema, switch: cases, then, otherwise }) => [
          ...(schema ? [schema] : []),
          ...(cases ?? []).map((one) => one.then),
          ...(then ? [then] : []),
          ...(otherwise ? [otherwise] : []),
        ]);
        return all.length > 0 ? fc.oneof(...all.map((one) => valueOf(one, ids))) : hostile;
      }
      case 'object': {
        const wanted = Object.entries(keys).filter(([, key]) => key.flags?.presence === 'required');
        const rest = Object.entries(keys).filter(
          ([, key]) => key.flags?.presence !== 'required' && key.flags?.presence !== 'forbidden',
        );
        return fc
          .tuple(
            fc.record(Object.fromEntries(wanted.map(([name, key]) => [name, valueOf(key, ids)]))),
            fc.record(Object.fromEntries(rest.map(([name, key]) => [name, valueOf(key, ids)])), { requiredKeys: [] }),
          )
          .map(([one, other]) => ({ ...one, ...other }));
      }
      default:
        return hostile;
    }
  };
  return plain.length > 0
    ? fc.oneof({ weight: 4, arbitrary: own() }, { weight: 1, arbitrary: fc.constantFrom(...plain) })
    : own();
}

/** Puts something hostile at one place of a value, takes a part of it away, or adds to it. */
export const spoiled = (value) =>
  fc.tuple(value, hostile, fc.nat(1000), fc.nat(3)).map(([whole, bad, where, how]) => {
    const copy = structuredClone(whole);
    const places = [];
    const walk = (node) => {
      if (typeof node !== 'object' || node === null) return;
      for (const key of Object.keys(node)) {
        places.push([node, key]);
        walk(node[key]);
      }
    };
    walk(copy);
    const place = places[where % Math.max(1, places.length)];
    if (!place) return bad;
    const [node, key] = place;
    if (how === 0 && !Array.isArray(node)) Reflect.deleteProperty(node, key);
    else if (how === 1) node[`${key}x`] = bad;
    else node[key] = bad;
    return copy;
  });
