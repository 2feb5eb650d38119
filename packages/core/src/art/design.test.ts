import { samplePicture } from '../testing/index.js';
import { artIdsOf, fieldsOf, valuesOf, type SideDesign } from './index.js';

describe('a design', () => {
  it('names its pictures and its fields once', () => {
    const text = {
      kind: 'text' as const,
      id: 't',
      text: '{Name} {No} {Name}',
      font: 'plain' as const,
      colour: '#000000',
      size: 10,
      leastSize: 5,
      maxWidth: null,
      x: 0,
      y: 0,
      rotation: 0,
    };
    const design: SideDesign[] = [{ fill: 'own', items: [samplePicture(), samplePicture(), text] }];
    expect(artIdsOf(design)).toEqual(['a']);
    expect(fieldsOf(design)).toEqual(['Name', 'No']);
  });
  it('gives every piece of a run its own values, by the counts', () => {
    const run = [
      { values: { name: 'A' }, count: 2 },
      { values: { name: 'B' }, count: 1 },
    ];
    expect([0, 1, 2, 3].map((piece) => valuesOf(run, piece)['name'])).toEqual(['A', 'A', 'B', undefined]);
    expect(valuesOf(null, 0)).toEqual({});
  });
});
