import { USUAL_HOUSE, type HouseRules, type Press } from '../shop/index.js';
import { blankOf, checkedAs, pressFor, samplePlan, samplePress } from '../testing/index.js';
import type { Blank } from '../blank/index.js';
import { degreesText } from '../units/index.js';
import type { Overrides } from '../stack/index.js';
import { CAUSE_RULES, FAULT_CODES, whyOf, type FaultCode, type Pressed } from './index.js';

interface Told extends Partial<Pick<Pressed, 'skipped' | 'others' | 'plate' | 'dial' | 'spot' | 'batches'>> {
  overrides?: Overrides;
  house?: Partial<HouseRules>;
  press?: Press;
  /** How much longer than planned each pressing took, s; left out: as planned. */
  over?: number;
}
/** A piece as it was pressed. */
function pressed(
  blank: Blank,
  { overrides = {}, house = {}, press = pressFor(blank), over = 0, ...rest }: Told = {},
): Pressed {
  const rules = { ...USUAL_HOUSE, ...house };
  const plan = samplePlan(blank, { overrides, press, house: rules });
  return {
    blank,
    press,
    settings: plan.settings,
    sides: plan.sides,
    at: 0,
    spot: null,
    steps: plan.steps,
    house: rules,
    dwells: plan.steps.flatMap(({ kind, seconds }) =>
      kind === 'press' && seconds !== null ? [{ planned: seconds, actual: seconds + over }] : [],
    ),
    departures: [],
    plate: null,
    dial: null,
    skipped: [],
    others: [],
    ...rest,
  };
}
const first = (fault: FaultCode, piece: Pressed) => whyOf(fault, piece)[0];
const checked = (f: (x: number, y: number) => number): Press => ({
  ...samplePress,
  check: checkedAs(samplePress.platen, f),
});
const even = checked(() => 200);
const tee = blankOf('tee');
const cushion = blankOf('cushion');

// Cases of common practice, no published source: what is seen, what is known, and what a practised worker would suspect first.
const CASES: [FaultCode, string, Pressed, string, RegExp][] = [
  [
    'ghost',
    'a transfer that nothing held',
    pressed(tee, { house: { hold: 'nothing' } }),
    'The transfer was not held',
    /spray/,
  ],
  [
    'ghost',
    'one of many, held and peeled hot',
    pressed(tee, { others: [null, null, null] }),
    'It shifted while it was peeled',
    /one motion/,
  ],
  [
    'ghost',
    'a press that opens by itself',
    pressed(tee, { press: { ...samplePress, kind: 'auto-open' } }),
    'The press opened with a jolt',
    /lever/,
  ],
  [
    'yellow',
    'a plate that is hot at the back',
    pressed(cushion, { press: checked((_x, y) => 212 - y / 20) }),
    'Too hot',
    /5\sK cooler/,
  ],
  [
    'yellow',
    'a clock that nobody heard',
    pressed(tee, { press: even, over: 14, others: [null, null] }),
    'Too long',
    /10 s shorter/,
  ],
  [
    'pale',
    'a plate that read far below its dial',
    pressed(tee, { press: even, dial: 200, plate: { lowest: 170, mean: 184, highest: 196 } }),
    'Too cool',
    /when the plate reads its dial/,
  ],
  [
    'yellow',
    'a plate that read far above its dial',
    pressed(tee, { press: even, dial: 200, plate: { lowest: 199, mean: 210, highest: 214 } }),
    'Too hot',
    /cooler/,
  ],
  [
    'pale',
    'a temperature set low by hand',
    pressed(tee, { press: even, overrides: { temperature: 184 } }),
    'Too cool',
    /5\sK hotter/,
  ],
  [
    'pale',
    'a press opened early',
    pressed(tee, { press: even, over: -12, others: [null, null] }),
    'Too short',
    /10 s longer/,
  ],
  [
    'pale',
    'a cloth of little polyester',
    pressed({ ...tee, fibre: { polyester: 60, cotton: 40, elastane: 0, other: 0 } }, { press: even }),
    'Too little polyester',
    /more polyester/,
  ],
  [
    'pale',
    'a strip that slid',
    pressed(tee, {
      press: {
        ...even,
        check: {
          ...checkedAs(samplePress.platen, () => 200),
          strips: { front: 'slid', back: 'held', left: 'held', right: 'held' },
        },
      },
      overrides: { prePress: 10 },
    }),
    'Too little pressure',
    /strips/,
  ],
  [
    'patches',
    'a print beyond the even part',
    pressed(cushion, { press: checked((_x, y) => 206 - y / 20) }),
    'A cool spot of the plate',
    /even part/,
  ],
  [
    'patches',
    'cloth that was not dried',
    pressed(tee, { press: even, overrides: { prePress: 0 } }),
    'Moisture',
    /Pre-press/,
  ],
  [
    'white-edge',
    'all of them',
    pressed(cushion, { others: ['white-edge', 'white-edge', 'white-edge'] }),
    'Too little bleed',
    /bleed/,
  ],
  [
    'white-edge',
    'one of many',
    pressed(cushion, { others: [null, null, null, null] }),
    'The transfer shifted',
    /Hold it/,
  ],
  ['press-line', 'no pad', pressed(tee), 'The paper’s edge pressed in', /[Tt]ear/],
  ['press-line', 'sections', pressed(blankOf('mat')), 'The plate’s edge pressed in', /seams/],
  ['specks', 'rolling passed over', pressed(tee, { skipped: ['lint-roll'] }), 'Lint on the cloth', /Lint-roll/],
  [
    'blow-through',
    'paper used again',
    pressed(tee, { house: { reuse: 'same design' } }),
    'Paper used again',
    /Fresh paper/,
  ],
  [
    'blow-through',
    'two layers with nothing between',
    {
      ...pressed(tee),
      sides: pressed(tee).sides.map((side) => ({
        ...side,
        layers: side.layers.filter(({ role }) => role !== 'insert'),
      })),
    },
    'No insert between the layers',
    /insert/,
  ],
  [
    'gaps',
    'a short pre-press',
    pressed({ ...cushion, surface: 'long pile' }, { overrides: { prePress: 8 } }),
    'The pile was not laid',
    /30 s/,
  ],
  ['creases', 'no pre-press', pressed(tee, { overrides: { prePress: 0 } }), 'Not pre-pressed', /Pre-press/],
  ['sock-line', 'rolled', pressed(blankOf('sock')), 'Rolled too far round the jig', /flip/],
  [
    'sock-line',
    'flipped',
    pressed(blankOf('sock'), { house: { socks: 'flip' } }),
    'A pattern that does not meet itself',
    /pattern/,
  ],
  ['wrong-way', 'whatever', pressed(tee), 'Mirrored twice, or not at all', /mirror test/],
  [
    'broken',
    'a tile pressed firmly',
    pressed(blankOf('tile'), { overrides: { pressure: 'firm' } }),
    'Too much pressure',
    /Medium pressure/,
  ],
  [
    'broken',
    'a mat that was rolled hot',
    pressed(blankOf('mat'), { skipped: ['wait'], overrides: { pressure: 'light' } }),
    'Bent or cooled at once while hot',
    /cool flat/,
  ],
];

describe('why, and what next', () => {
  it.each(CASES)('%s: %s', (fault, _what, piece, cause, change) => {
    const found = first(fault, piece);
    expect(found?.cause).toBe(cause);
    expect(found?.change.say).toMatch(change);
  });
  it.each(FAULT_CODES)('%s has causes whose shares come to 1, the likeliest first', (fault) => {
    const causes = whyOf(fault, pressed(cushion));
    expect(causes.length).toBeGreaterThan(0);
    expect(causes.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    causes.slice(1).forEach(({ share }, i) => {
      expect(share).toBeLessThanOrEqual(causes[i]?.share ?? 0);
    });
    const usual = CAUSE_RULES.filter((one) => one.fault === fault).reduce((sum, one) => sum + one.usual, 0);
    expect(usual).toBeCloseTo(1, 9);
  });
  it('lies on the plate, where the bed says so', () => {
    const piece = pressed(cushion);
    const [side] = piece.sides;
    const bed = side?.bed;
    if (!side || !bed?.bed) throw new Error('it has a bed');
    const under: Pressed = { ...piece, sides: [{ ...side, bed: { ...bed, bed: { ...bed.bed, hangs: 'pressed' } } }] };
    expect(first('melted', under)).toMatchObject({ cause: 'It lay on the plate', sure: 'likely' });
  });
  it('changes one thing at a time, and that within what is believed', () => {
    for (const { change } of CAUSE_RULES)
      for (const blank of [tee, cushion, blankOf('tile'), blankOf('sock')]) {
        const { house = {}, ...others } = change(pressed(blank)).overrides ?? {};
        expect(Object.keys(others).length + Object.keys(house).length).toBeLessThanOrEqual(1);
        if (typeof others.temperature === 'number') {
          expect(others.temperature).toBeGreaterThanOrEqual(120);
          expect(others.temperature).toBeLessThanOrEqual(230);
        }
      }
  });
  it('is not called likely without anything that speaks for it', () => {
    const bare = pressed(tee, { press: even });
    expect(first('specks', { ...bare, steps: [...bare.steps] })?.sure).not.toBe('likely');
  });
  it('knows no more than was kept of a plan of before', () => {
    const before: Pressed = { ...pressed(tee), house: null, sides: [{ layers: [], bed: null }], dwells: [] };
    for (const fault of FAULT_CODES) expect(whyOf(fault, before).length).toBeGreaterThan(0);
  });
});

describe('a piece that was not pressed as planned', () => {
  it('says so first, with what was missed, and changes nothing', () => {
    const piece: Pressed = {
      ...pressed(tee, { over: -40 }),
      departures: [
        { kind: 'shorter', by: 40, step: 3 },
        { kind: 'cooler', by: 60, step: 3 },
      ],
    };
    const causes = whyOf('pale', piece);
    expect(causes[0]).toMatchObject({
      cause: 'It was not pressed as planned',
      sure: 'likely',
      evidence: [
        { text: 'It was pressed 40 s shorter than planned.' },
        { text: `The plate was ${degreesText(60)} cooler than its dial.` },
      ],
      change: { say: 'Press the next one as planned, and change nothing.' },
    });
    expect(causes[0]?.change.overrides).toBeUndefined();
    expect(causes.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1);
    expect(causes.slice(1).every(({ sure }) => sure !== 'likely')).toBe(true);
  });
  it('says nothing of a heat that nobody knows', () => {
    const piece: Pressed = { ...pressed(tee), departures: [{ kind: 'heat not known', step: 3 }] };
    expect(whyOf('pale', piece)[0]?.cause).not.toBe('It was not pressed as planned');
  });
});

describe('a batch', () => {
  const fresh = [{ thing: 'blank' as const, batch: 'AM-7', fresh: true }];
  const named = (piece: Pressed) => whyOf('pale', piece).find(({ cause }) => cause.startsWith('Batch AM-7'));
  it('is a cause of its own when nothing was pressed of it before, the more so when others came out alike', () => {
    const alone = named(pressed(tee, { batches: fresh }));
    const many = named(pressed(tee, { batches: fresh, others: ['pale', 'pale', 'pale'] }));
    expect(alone?.evidence[0]?.text).toContain('first run of batch AM-7');
    expect(many?.share).toBeGreaterThan(alone?.share ?? 1);
    expect(many?.change.say).toContain('batch before');
  });
  it('is none when it was pressed before, and all causes still come to 1', () => {
    expect(named(pressed(tee, { batches: [{ thing: 'blank', batch: 'AM-7', fresh: false }] }))).toBeUndefined();
    const all = whyOf('pale', pressed(tee, { batches: fresh }));
    expect(all.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
  });
});
