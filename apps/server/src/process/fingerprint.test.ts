import { fingerprintOf } from './fingerprint.js';

describe('the fingerprint of plain values', () => {
  it('is the same for the same values, whoever made them', () => {
    const value = () => ({ a: [1, 2.5, 'x'], m: new Map([['k', Buffer.from('abc')]]), n: null, u: undefined });
    expect(fingerprintOf(value())).toBe(fingerprintOf(value()));
    // A whole number that was worked out is the number that was written.
    expect(fingerprintOf([0.5 + 0.5])).toBe(fingerprintOf([1]));
    expect(fingerprintOf(new Uint8Array([97, 98]))).toBe(fingerprintOf(Buffer.from('ab')));
    // What two places share counts as if each had its own.
    const shared = { x: 1 };
    expect(fingerprintOf([shared, shared])).toBe(fingerprintOf([{ x: 1 }, { x: 1 }]));
  });

  it.each<[string, unknown, unknown]>([
    ['a number and its text', 1, '1'],
    ['nothing and no value', null, undefined],
    ['texts cut elsewhere', ['ab', 'c'], ['a', 'bc']],
    ['lists cut elsewhere', [[1], [2, 3]], [[1, 2], [3]]],
    ['a list and an object', ['a'], { 0: 'a' }],
    ['a map and an object', new Map([['a', 1]]), { a: 1 }],
    ['bytes and text', Buffer.from('ab'), 'ab'],
    ['bytes of one letter more', Buffer.from('ab'), Buffer.from('abc')],
    ['an empty field and none', { a: undefined }, {}],
    [
      'long lists that end otherwise',
      Array.from({ length: 40_000 }, (_, i) => i),
      Array.from({ length: 40_000 }, (_, i) => (i === 39_999 ? 0 : i)),
    ],
  ])('tells %s apart', (_, one, other) => {
    expect(fingerprintOf(one)).not.toBe(fingerprintOf(other));
  });
});
