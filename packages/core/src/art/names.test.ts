import { EMPTY_BLANK, makeTemplate, shapeOutline } from '../blank/index.js';
import type { Face } from '../text/index.js';
import { unitPrinter } from '../units/index.js';
import { checkDesign, checkRun, drawnOn, type RunRow, type TextItem } from './index.js';

/** A face of boxes, each as wide as high, that has no Greek. */
const face: Face = {
  capHeight: 1,
  measure: (text) => ({ advance: text.length, missing: [...text].filter((sign) => /[\u0370-\u03ff]/u.test(sign)) }),
  shape: (text) => ({
    ...face.measure(text),
    commands: [
      { op: 'M', points: [0, 0] },
      { op: 'L', points: [text.length, 0] },
      { op: 'L', points: [text.length, -1] },
      { op: 'Z', points: [] },
    ],
  }),
};
const palette = { arts: [], faces: new Map([['plain' as const, face]]) };
const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
/** 100 × 60 mm, printed 3 mm beyond its edge. */
const template = makeTemplate(shapeOutline('rectangle', { width: 100, height: 60 }), 3, 5);
const line = (change: Partial<TextItem> = {}): TextItem => ({
  kind: 'text',
  id: 'name',
  text: '{name}',
  font: 'plain',
  colour: '#000000',
  size: 10,
  leastSize: 4,
  maxWidth: null,
  x: 50,
  y: 30,
  rotation: 0,
  ...change,
});
const rows = (...names: string[]): RunRow[] => names.map((name) => ({ values: { name }, count: 1 }));
const said = (item: TextItem, run: RunRow[] | null) =>
  checkRun([{ fill: 'own', items: [item] }], run, [template], palette, print);

describe('names that the edge of the print cuts off', () => {
  it('stop a run, though the piece that is looked at has a short one; as many letters as have room do not', () => {
    // Ten boxes of 10 mm fill the 100 mm, and the bleed takes half of the eleventh: a twelfth is cut.
    expect(said(line(), rows('Ada', 'Maximilian'))).toEqual([]);
    const [cut, ...others] = said(line(), rows('Ada', 'Maximilian-X', 'Bo'));
    expect(others).toEqual([]);
    expect(cut).toMatchObject({ code: 'art.run-cut', severity: 'stop', where: { stage: 'art', side: 0 } });
    expect(cut?.title).toBe('The edge cuts off row 2 (Maximilian-X)');
  });
  it('are well where a line has a width that long ones are set smaller for', () =>
    expect(said(line({ maxWidth: 90 }), rows('Ada', 'Maximilian-X'))).toEqual([]));
  it('are found wherever the line lies, turned or by the edge', () => {
    expect(said(line({ rotation: 90 }), rows('Ada', 'Maximil')).map(({ code }) => code)).toEqual(['art.run-cut']);
    expect(said(line({ x: 15 }), rows('Ada', 'Maxim')).map(({ code }) => code)).toEqual(['art.run-cut']);
    expect(said(line({ x: 15 }), null)).toEqual([]);
  });
  it('stop a single line, too', () => {
    const design = [{ fill: 'own' as const, items: [line({ text: 'Maximilian-X' })] }];
    const blank = { ...EMPTY_BLANK, id: 'b', sides: [{ name: 'front', outline: template.outline, keepOuts: [] }] };
    const sides = [{ template, drawn: drawnOn(design, 0, [template], palette) }];
    const [check] = checkDesign(sides, design, blank as unknown as Parameters<typeof checkDesign>[2], print);
    expect(check?.findings.find(({ code }) => code === 'art.text-cut')).toMatchObject({
      severity: 'stop',
      title: '“Maximilian-X” is cut off',
    });
  });
});

describe('signs that a font lacks', () => {
  it('are named with the fonts that have them', () => {
    const [first] = said(line(), rows('Ada', 'Ωλ'));
    expect(first).toMatchObject({ code: 'art.run-glyphs', severity: 'stop' });
    expect(first?.why).toContain('Missing: Ω λ.');
    expect(first?.remedy).toBe('Choose Noto Sans for this line: they are in there. Or correct the rows.');
  });
});
