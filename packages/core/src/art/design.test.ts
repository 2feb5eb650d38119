import { samplePicture } from '../testing/index.js';
import { artIdsOf, fieldsOf, isPrinted, saidFor, valuesOf, type SideDesign } from './index.js';

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

describe('a design for a blank with several sides', () => {
  const face = {
    name: 'face',
    outline: { kind: 'rectangle' as const, width: 100, height: 100, radius: 0 },
    keepOuts: [],
  };
  const goods = (style: 'spot' | 'edge to edge') => ({ style, sides: [face, face] });
  const item = {
    kind: 'picture' as const,
    id: 'i',
    artId: 'a',
    placement: null,
    repeat: 'once' as const,
    mirroredInFile: false,
  };
  const design: SideDesign[] = [{ fill: 'own', items: [item] }];
  const printed = (style: 'spot' | 'edge to edge', of = design) =>
    [0, 1].map((side) => isPrinted(saidFor(of, goods(style)), side));

  it('stays on its side where it is a spot, and goes on both faces where it covers them', () => {
    expect(printed('spot')).toEqual([true, false]);
    expect(printed('edge to edge')).toEqual([true, true]);
  });
  it('keeps what was said', () => {
    const both: SideDesign[] = [...design, { fill: 'same', items: [] }];
    expect(printed('spot', both)).toEqual([true, true]);
    expect(saidFor(both, goods('spot'))).toEqual(both);
    const back: SideDesign[] = [
      { fill: 'own', items: [] },
      { fill: 'own', items: [item] },
    ];
    expect(printed('spot', back)).toEqual([false, true]);
  });
  it('says nothing while there is nothing to print', () => expect(saidFor([], goods('spot'))).toEqual([]));
});
