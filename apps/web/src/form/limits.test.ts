/** @jest-environment jsdom */
import Joi from 'joi';
import browserJoi from 'joi/dist/joi-browser.min.js';
import { unitPrinter } from '@kanga/core/units';
import { expected, schemaAt } from './limits.js';

const mm = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const inches = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
const schemaOf = (joi: typeof Joi) =>
  joi.object({
    plate: joi.object({ width: joi.number().min(20).max(5000).required() }),
    heat: joi.number().min(150).max(300),
    left: joi.number().min(0).max(500).allow(null),
    pads: joi.array().items(joi.object({ thick: joi.number().greater(10).max(20_000) })),
    free: joi.number(),
    least: joi.number().max(12),
  });

// A screen has the build of Joi that is made for browsers, which lacks some of it.
describe.each([
  ['the server', Joi],
  ['browsers', browserJoi],
])('what a field expects, by the Joi of %s', (_, joi) => {
  const schema = schemaOf(joi);
  it.each([
    ['plate.width', 'length', mm, 'From 20 mm to 5000 mm.'],
    ['heat', 'temperature', mm, 'From 150 °C to 300 °C.'],
    // 150 °C and 300 °C by the definition of the degree Fahrenheit, 1.8 t + 32.
    ['heat', 'temperature', inches, 'From 302 °F to 572 °F.'],
    ['left', 'number', mm, 'Up to 500, or nothing.'],
    ['pads.3.thick', 'length', mm, 'More than 10 mm, up to 20000 mm.'],
    ['free', 'number', mm, 'A number.'],
    ['free', 'length', mm, 'A length.'],
    ['least', 'duration', mm, 'Up to 12 s.'],
    ['nowhere.at.all', 'temperature', mm, 'A temperature.'],
  ] as const)('is told from the schema: %s as a %s', (path, as, print, said) =>
    expect(expected(schemaAt(schema, path), as, print)).toBe(said),
  );
});
