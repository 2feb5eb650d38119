import Joi from 'joi';
import { unitPrinter } from '@kanga/core/units';
import { describedAt, expected, type Described } from './limits.js';

const mm = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const inches = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
const schema = Joi.object({
  plate: Joi.object({ width: Joi.number().min(20).max(5000).required() }),
  heat: Joi.number().min(150).max(300),
  left: Joi.number().min(0).max(500).allow(null),
  pads: Joi.array().items(Joi.object({ thick: Joi.number().greater(10).max(20_000) })),
  free: Joi.number(),
  least: Joi.number().max(12),
}).describe() as Described;

describe('what a field expects', () => {
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
    expect(expected(describedAt(schema, path), as, print)).toBe(said),
  );
});
