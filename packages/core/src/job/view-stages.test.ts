import fc from 'fast-check';
import type { DesignItem, SideDesign } from '../art/index.js';
import { BUILT_IN_BLANKS } from '../blank/index.js';
import { sampleArt, sampleFacts, sampleFloor, sampleJob, samplePicture } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import { viewJob, type JobFile } from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'bar' });
const art = sampleArt(sampleFacts(2400, 2000));

const base = sampleJob();
const fileOf = (blank: JobFile['blank'], design: SideDesign[], more: Partial<JobFile['job']> = {}): JobFile => ({
  job: { ...base, pieces: 5, ...more, design },
  blank,
  arts: [art],
  plan: null,
  events: [],
});

/** Answers of a view in plain values: functions say nothing of how they came to be. */
const plain = (view: object): unknown => JSON.parse(JSON.stringify(view));

describe('what follows from a job, kept while it is the same', () => {
  const goods = BUILT_IN_BLANKS.filter(({ sides }) => sides.length > 0);
  const spot = fc.record({
    x: fc.double({ min: -50, max: 400, noNaN: true }),
    y: fc.double({ min: -50, max: 400, noNaN: true }),
    width: fc.double({ min: 10, max: 500, noNaN: true }),
    rotation: fc.constantFrom(0, 0, 12, 90),
  });
  const change = fc.oneof(
    fc.record({ kind: fc.constant('move' as const), item: fc.nat(2), spot }),
    fc.record({ kind: fc.constant('fill' as const), fill: fc.constantFrom('own', 'same', 'mirrored', 'across') }),
    fc.record({ kind: fc.constant('pieces' as const), pieces: fc.integer({ min: 1, max: 30 }) }),
    fc.record({ kind: fc.constant('repeat' as const), repeat: fc.constantFrom('once', 'straight', 'half drop') }),
    fc.record({ kind: fc.constant('bleed' as const), bleed: fc.constantFrom(null, 0, 6) }),
    fc.record({ kind: fc.constant('folded' as const), folded: fc.boolean() }),
    fc.record({ kind: fc.constant('goods' as const), at: fc.nat(goods.length - 1) }),
  );

  it('is what it is when nothing was kept, after any changes', () => {
    fc.assert(
      fc.property(fc.nat(goods.length - 1), fc.array(change, { minLength: 1, maxLength: 8 }), (at, changes) => {
        let blank = goods[at] ?? null;
        let items: DesignItem[] = ['a', 'b', 'c'].map((id) => ({ ...samplePicture(), id, artId: art.id }));
        let fill: SideDesign['fill'] = 'same';
        let more: Partial<JobFile['job']> = {};
        for (const one of changes) {
          if (one.kind === 'move')
            items = items.map((item, i) =>
              i === one.item && item.kind === 'picture' ? { ...item, placement: one.spot } : item,
            );
          else if (one.kind === 'repeat')
            items = items.map((item, i) =>
              i === 0 && item.kind === 'picture' ? { ...item, repeat: one.repeat as typeof item.repeat } : item,
            );
          else if (one.kind === 'fill') fill = one.fill as SideDesign['fill'];
          else if (one.kind === 'pieces') more = { ...more, pieces: one.pieces };
          else if (one.kind === 'bleed') more = { ...more, bleed: one.bleed };
          else if (one.kind === 'folded') more = { ...more, sheet: { ...base.sheet, folded: one.folded } };
          else blank = goods[one.at] ?? null;
          const design: SideDesign[] = [
            { fill: 'own', items },
            { fill, items: [] },
          ];
          const file = fileOf(blank, design, more);
          // The same floor too would keep what was laid on its papers.
          const anew = viewJob(structuredClone(file), structuredClone(sampleFloor), print);
          expect(plain(viewJob(file, sampleFloor, print))).toEqual(plain(anew));
        }
      }),
      { numRuns: 25 },
    );
  });

  it('works out nothing of a side, of the paper or of the press again for a picture that is moved on another side', () => {
    const mask = goods.find(({ sides, style }) => sides.length === 2 && style === 'edge to edge') ?? null;
    const other: SideDesign = { fill: 'own', items: [samplePicture()] };
    const at = (x: number) =>
      viewJob(
        fileOf(mask, [
          { fill: 'own', items: [{ ...samplePicture(), placement: { x, y: 60, width: 300, rotation: 0 } }] },
          other,
        ]),
        sampleFloor,
        print,
      );
    const [before, after] = [at(60), at(61)];
    expect(after.sides[0]).not.toBe(before.sides[0]);
    expect(after.sides[1]).toBe(before.sides[1]);
    expect(after.checks[1]?.coverage).toBe(before.checks[1]?.coverage);
    expect(after.templates).toBe(before.templates);
    expect(after.tray).toBe(before.tray);
    expect(after.layout).toBe(before.layout);
    expect(after.stack).toBe(before.stack);
    expect(after.checks[0]?.coverage).not.toBe(before.checks[0]?.coverage);
  });
});
