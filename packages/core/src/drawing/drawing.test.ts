import { areaOf, boundsOf, polygonOf } from '../geometry/index.js';
import { closedLoops, DrawingProblem, readDxf, readSvg, writeDxf, writeSvg } from './index.js';

const svg = (attributes: string, body: string) => `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${body}</svg>`;
const largest = (drawing: { outlines: readonly (readonly { x: number; y: number }[])[] }) => drawing.outlines[0] ?? [];

describe('readSvg', () => {
  it('knows the unit where width names one', () => {
    const drawing = readSvg(
      svg('width="4in" height="2.75in" viewBox="0 0 400 275"', '<rect width="400" height="275"/>'),
    );
    // NIST SP 811: 1 in = 25.4 mm exactly.
    expect(drawing.mmPerUnit).toBeCloseTo(0.254, 12);
    expect(boundsOf(largest(drawing))).toMatchObject({ width: 400, height: 275 });
  });
  it('does not guess where none is named', () =>
    expect(readSvg(svg('width="400" height="275"', '<rect width="9" height="9"/>')).mmPerUnit).toBeNull());
  // Closed forms: a circle, an ellipse, a rounded rectangle, a cubic that is nearly a circle (within 0.03 % by its usual constant).
  it.each([
    ['<circle cx="50" cy="50" r="40"/>', Math.PI * 1600],
    ['<ellipse cx="50" cy="50" rx="40" ry="20"/>', Math.PI * 800],
    ['<rect x="5" y="5" width="80" height="60" rx="10"/>', 4800 - (4 - Math.PI) * 100],
    ['<path d="M50 10C72.091 10 90 27.909 90 50S72.091 90 50 90 10 72.091 10 50 27.909 10 50 10Z"/>', Math.PI * 1600],
    ['<path d="M10 10h80v60H10z"/>', 4800],
    ['<polygon points="0,0 60,0 60,30"/>', 900],
    ['<g transform="translate(5 5) scale(2)"><rect width="20" height="10" transform="rotate(30)"/></g>', 800],
    ['<path d="M0 0Q50 100 100 0Z"/>', (2 / 3) * 100 * 50],
  ])('measures %s', (body, area) => {
    const found = areaOf(largest(readSvg(svg('width="100mm" height="100mm" viewBox="0 0 100 100"', body))));
    expect(Math.abs(found - area) / area).toBeLessThan(1e-3);
  });
  it('leaves definitions, scripts and open lines out', () => {
    const drawing = readSvg(
      svg(
        'width="100mm" height="100mm" viewBox="0 0 100 100"',
        '<defs><rect width="90" height="90"/></defs><script>alert(1)</script><path d="M0 0L5 5L9 0"/><rect width="20" height="10"/>',
      ),
    );
    expect(drawing.outlines).toHaveLength(1);
    expect(drawing.open).toBe(1);
  });
  it.each([
    ['hello', /does not read as an SVG/],
    ['<svg', /does not read as an SVG/],
    [svg('width="0" height="5"', '<rect width="5" height="5"/>'), /no size/],
    [svg('viewBox="0 0 0 50"', '<rect width="5" height="5"/>'), /no size/],
    [svg('width="9" height="9"', ''), /nothing drawn/],
    [svg('width="9" height="9"', '<path d="M0 0L5 5L9 0"/>'), /No outline in this drawing is closed/],
  ])('says what is wrong with %j', (text, why) => {
    expect(() => readSvg(text)).toThrow(DrawingProblem);
    expect(() => readSvg(text)).toThrow(why);
  });
});

const dxf = (entities: string, unit?: number) =>
  `0\nSECTION\n2\nHEADER\n${unit === undefined ? '' : `9\n$INSUNITS\n70\n${unit}\n`}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
const line = (x1: number, y1: number, x2: number, y2: number) =>
  `0\nLINE\n8\n0\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}\n`;

describe('readDxf', () => {
  it('joins loose lines to an outline, in whatever order and direction they come', () => {
    const drawing = readDxf(dxf(line(0, 0, 40, 0) + line(0, 30, 0, 0) + line(40, 0, 40, 30) + line(0, 30, 40, 30), 4));
    expect(drawing).toMatchObject({ mmPerUnit: 1, open: 0 });
    expect(areaOf(largest(drawing))).toBeCloseTo(1200, 6);
  });
  it('knows inches, and says so when nothing is said', () => {
    const circle = '0\nCIRCLE\n8\n0\n10\n0\n20\n0\n40\n2\n';
    expect(readDxf(dxf(circle, 1)).mmPerUnit).toBe(25.4);
    expect(readDxf(dxf(circle, 0)).mmPerUnit).toBeNull();
    expect(readDxf(dxf(circle)).mmPerUnit).toBeNull();
  });
  it('draws the arcs of a bulge: two of 1 are a circle', () => {
    const drawing = readDxf(dxf('0\nLWPOLYLINE\n8\n0\n90\n2\n70\n1\n10\n-5\n20\n0\n42\n1\n10\n5\n20\n0\n42\n1\n', 4));
    expect(areaOf(largest(drawing))).toBeCloseTo(Math.PI * 25, 1);
  });
  it.each([
    ['no dxf at all', /DXF/],
    [dxf('0\nPOINT\n8\n0\n10\n1\n20\n1\n'), /no outline in this DXF/],
    [dxf(line(0, 0, 5, 5)), /closed/],
  ])('says what is wrong with %j', (text, why) => expect(() => readDxf(text)).toThrow(why));
});

describe('what is written', () => {
  const outline = polygonOf({ kind: 'rectangle', width: 101.6, height: 69.85, radius: 8 });
  const lines = [
    { name: 'cut', outline: polygonOf({ kind: 'rectangle', width: 108, height: 76.2, radius: 11 }) },
    { name: 'print area', outline },
  ];
  it('as SVG reads back at true size', () => {
    const drawing = readSvg(writeSvg(lines));
    expect(drawing.mmPerUnit).toBeCloseTo(1, 9);
    expect(boundsOf(drawing.outlines[1] ?? [])).toMatchObject({
      width: expect.closeTo(101.6, 2) as number,
      height: expect.closeTo(69.85, 2) as number,
    });
  });
  it('as DXF reads back at true size, in millimetres', () => {
    const drawing = readDxf(writeDxf(lines));
    expect(drawing.mmPerUnit).toBe(1);
    expect(drawing.outlines).toHaveLength(2);
    expect(boundsOf(drawing.outlines[0] ?? [])).toMatchObject({ width: expect.closeTo(108, 3) as number });
  });
});

describe('closedLoops', () => {
  it('counts what does not close', () => {
    const at = (...pairs: [number, number][]) => pairs.map(([x, y]) => ({ x, y }));
    const { outlines, open } = closedLoops(
      [at([0, 0], [9, 0], [9, 9]), at([9, 9], [0, 9], [0, 0]), at([50, 50], [60, 60])],
      0.01,
    );
    expect(outlines).toHaveLength(1);
    expect(open).toBe(1);
  });
});
