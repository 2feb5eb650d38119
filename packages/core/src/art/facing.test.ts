import { templatesOf, type Blank } from '../blank/index.js';
import { blankNamed, blankOf, sampleArt, samplePicture } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import { checkDesign, drawnOn, type Fill, type PictureItem } from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });

/** What is said of the second face of goods whose first one holds a picture. */
function saidOf(blank: Blank, fill: Fill, picture: Partial<PictureItem> = {}): string[] {
  const templates = templatesOf(blank, 3);
  const design = [
    { fill: 'own' as const, items: [samplePicture('a', null, picture)] },
    { fill, items: fill === 'own' ? [samplePicture('b', null, picture)] : [] },
  ];
  const arts = [sampleArt(), sampleArt(undefined, { id: 'b' })];
  const sides = templates.map((template, side) => ({
    template,
    drawn: drawnOn(design, side, templates, { arts, faces: new Map() }),
  }));
  return checkDesign(sides, design, blank, print)[1]?.findings.map(({ code }) => code) ?? [];
}

describe('the second face', () => {
  const [sock, sleeve] = [blankOf('sock'), blankNamed('Neoprene bottle sleeve')];
  it('is said to read backwards where pictures are turned over, on whatever goods', () => {
    expect(saidOf(sock, 'mirrored')).toContain('art.backwards');
    expect(saidOf(sleeve, 'mirrored')).toContain('art.backwards');
  });
  it('is asked about on goods with a toe, where it shows the same', () => {
    expect(saidOf(sock, 'same')).toContain('art.facing');
    expect(saidOf(sleeve, 'same')).not.toContain('art.facing');
  });
  it('is not spoken of when it shows its own, or a pattern', () => {
    for (const said of [saidOf(sock, 'own'), saidOf(sock, 'same', { repeat: 'half drop' }), saidOf(sleeve, 'across')])
      expect(said.filter((code) => ['art.backwards', 'art.facing'].includes(code))).toEqual([]);
  });
});
