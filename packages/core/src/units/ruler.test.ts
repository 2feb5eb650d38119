import { formatLength, parseLength, rulerStep } from './index.js';

describe('the smallest step of a ruler', () => {
  it.each(['mm', 'in'] as const)('in %s is as long as it says', (unit) => {
    const { step, said } = rulerStep(unit);
    expect(parseLength(said, unit)).toEqual({ ok: true, value: step });
  });
  it('is a millimetre, or a sixteenth of an inch: sixteen of them are an inch', () => {
    expect(rulerStep('mm').step).toBe(1);
    expect(formatLength(16 * rulerStep('in').step, 'in')).toBe('1 in');
  });
});
