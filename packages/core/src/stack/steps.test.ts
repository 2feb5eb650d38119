import { BUILT_IN_BLANKS, type Blank } from '../blank/index.js';
import { USUAL_HOUSE, type HouseRules, type Press } from '../shop/index.js';
import { blankNamed, blankOf, samplePlan, samplePress } from '../testing/index.js';
import { holdOf, type Overrides } from './index.js';

const plan = (blank: Blank, house: Partial<HouseRules> = {}, overrides: Overrides = {}, pieces = 1) =>
  samplePlan(blank, { house: { ...USUAL_HOUSE, ...house }, overrides, pieces });
const steps = (...args: Parameters<typeof plan>) => plan(...args).steps;
const kinds = (...args: Parameters<typeof plan>) => steps(...args).map(({ kind }) => kind);

describe('the steps', () => {
  it('of a tee: roll, pre-press, roll again while warm, place, hold, stack, press, peel, cool', () =>
    expect(kinds(blankOf('tee'))).toEqual([
      'lint-roll',
      'pre-press',
      'lint-roll',
      'hold',
      'place',
      'stack',
      'press',
      'peel',
      'cool',
    ]));
  it('lay a mist on before the transfer, and tape on after it', () => {
    const order = (hold: HouseRules['hold']) =>
      kinds(blankOf('tee'), { hold }).filter((kind) => kind === 'place' || kind === 'hold');
    expect(order('spray')).toEqual(['hold', 'place']);
    expect(order('tape')).toEqual(['place', 'hold']);
    expect(order('nothing')).toEqual(['place']);
  });
  it('of a sock that is rolled: loaded, each face in turn, off the jig again', () => {
    const face = ['hold', 'place', 'stack', 'press', 'peel'];
    const other = ['turn', 'lint-roll', ...face];
    expect(kinds(blankOf('sock'))).toEqual(['load', 'lint-roll', ...face, ...other, 'cool', 'unload']);
  });
  it('of a sock that is flipped: one folded sheet, pressed from both sides before it is opened', () =>
    expect(kinds(blankOf('sock'), { socks: 'flip' })).toEqual([
      'prepare',
      'load',
      'lint-roll',
      'hold',
      'place',
      'stack',
      'press',
      'turn',
      'press',
      'peel',
      'cool',
      'unload',
    ]));
  it('of a hand iron: in words of its own, with its own caution', () => {
    const iron: Press = { ...samplePress, kind: 'hand iron' };
    const { steps: ironed } = samplePlan(blankOf('tee'), { press: iron });
    expect(ironed.map(({ title }) => title).join()).not.toMatch(/in the press/);
    expect(ironed.filter(({ caution }) => caution?.includes('out of the press'))).toEqual([]);
    expect(ironed.filter(({ caution }) => caution?.includes('stand the iron up'))).not.toHaveLength(0);
  });
  it('of a print in parts: joined before the cloth is warmed, on both sides', () => {
    const both = samplePlan(blankNamed('Zip case, neoprene'), { sheets: ['overlap', 'overlap'] }).steps;
    expect(both.slice(0, 3).map(({ kind, title }) => [kind, title])).toEqual([
      ['prepare', 'Join the parts, front'],
      ['prepare', 'Join the parts, back'],
      ['lint-roll', 'Lint-roll'],
    ]);
  });
  it('of a mask: cooled before it is peeled, each side in turn', () => {
    const two = {
      ...blankOf('mask'),
      sides: ['left', 'right'].map((name) => ({ ...(blankOf('mask').sides[0] as Blank['sides'][0]), name })),
    };
    expect(kinds(two).filter((kind) => kind === 'wait')).toHaveLength(2);
    expect(kinds(two)).not.toContain('cool');
  });
  it('of a tag: cooled on the rack, with a clock, before its other side is rolled and pressed', () => {
    const tag = blankNamed('Luggage tag with a strap slot');
    const list = steps(tag);
    const [cool, turn] = [list.findIndex(({ kind }) => kind === 'cool'), list.findIndex(({ kind }) => kind === 'turn')];
    expect(list[cool]).toMatchObject({ at: 'rack', hands: 0, side: 0 });
    expect(turn).toBe(cool + 1);
    expect(list[turn + 1]?.kind).toBe('lint-roll');
  });
  it('of goods with an insert: it goes in before anything is pressed', () => {
    const [first] = steps(blankOf('cushion'));
    expect(first?.how).toMatch(/insert goes in first/);
    expect(steps(blankOf('cushion')).some(({ kind, how }) => kind === 'place' && /insert/i.test(how))).toBe(false);
  });
  it('of a pile: combed while it is warm', () => {
    const piled = { ...blankOf('cushion'), surface: 'long pile' as const };
    expect(steps(piled).map(({ title }) => title)).toContain('Comb the pile and lint-roll while warm');
  });
  it('join a print in parts before it is laid on', () => {
    const joined = (sheets: ('overlap' | 'butt')[]) =>
      samplePlan(blankOf('tee'), { sheets }).steps.filter(({ kind }) => kind === 'prepare');
    expect(joined(['overlap'])).toMatchObject([
      { title: 'Join the parts', how: expect.stringMatching(/tail/) as string },
    ]);
    expect(joined(['butt'])).toMatchObject([{ how: expect.stringMatching(/edge to edge/) as string }]);
    expect(joined([])).toEqual([]);
  });
  it('speak of an iron, and of a bent plate, as what they are', () => {
    const how = (kind: Press['kind']) =>
      samplePlan(blankOf('tee'), { press: { ...samplePress, kind } }).steps.find(({ kind: step }) => step === 'press')
        ?.how;
    expect(how('hand iron')).toMatch(/lean on it/);
    expect(how('cap press')).not.toMatch(/plates level/);
    expect(how('clamshell')).toMatch(/plates level/);
  });
  it('of a mat: moved on between its sections; of a tumbler: turned between its halves', () => {
    expect(
      steps(blankOf('mat'))
        .filter(({ kind }) => kind === 'move')
        .map(({ title }) => title),
    ).toEqual(['Move it on, section 2 of 2']);
    expect(steps(blankOf('tumbler')).find(({ kind }) => kind === 'move')?.title).toBe('Turn it, half 2 of 2');
  });
  it('leave the pre-press out when it is overruled to nothing', () =>
    expect(kinds(blankOf('tee'), {}, { prePress: 0 })).not.toContain('pre-press'));
  it('carry the dwell to the clock', () =>
    expect(steps(blankOf('cushion')).find(({ kind }) => kind === 'press')?.seconds).toBe(90));
  it('place a tee by its collar, three to four fingers below it', () =>
    expect(steps(blankOf('tee')).find(({ kind }) => kind === 'place')?.how).toMatch(
      /fingers, 89\smm, below the collar/,
    ));
  it('start the clock of a mug at its temperature', () => {
    const kinds = steps(blankOf('mug')).map(({ kind }) => kind);
    expect(kinds.indexOf('press') - kinds.indexOf('recover')).toBe(1);
    expect(steps(blankOf('mug')).find(({ kind }) => kind === 'recover')?.how).toMatch(/back at about 187\.8\s°C/);
  });
  it('each say what to look at, and none that touches something hot goes without a caution', () => {
    for (const blank of BUILT_IN_BLANKS)
      for (const { kind, look, caution, hands, takes, at } of steps(blank)) {
        expect(look).not.toBe('');
        expect(takes).toBeGreaterThan(0);
        if (['press', 'pre-press', 'recover', 'peel', 'turn', 'move', 'cool', 'unload'].includes(kind))
          expect(caution).not.toBeNull();
        expect(hands === 0).toBe(at === 'rack');
      }
  });
  it('name the layers from below, in the order in which they are laid', () => {
    const how = steps(blankOf('cushion')).find(({ kind }) => kind === 'stack')?.how ?? '';
    const places = ['base sheet', 'foam pad', 'insert', 'transfer', 'cover sheet'].map((word) => how.indexOf(word));
    expect(places.every((at) => at >= 0)).toBe(true);
    expect([...places].sort((a, b) => a - b)).toEqual(places);
  });
});

describe('what holds the transfer', () => {
  const hold = (blank: Blank, house: Partial<HouseRules>) =>
    steps(blank, house).find(({ kind }) => kind === 'hold')?.how ?? null;
  it('follows the house', () => {
    expect(hold(blankOf('tee'), { hold: 'spray' })).toMatch(/printed paper, in a box/);
    expect(hold(blankOf('tee'), { hold: 'spray', sprayed: 'blank' })).toMatch(/On the blank, away/);
    expect(hold(blankOf('tee'), { hold: 'tape' })).toMatch(/two thirds of the strip on the paper/);
    expect(hold(blankOf('tee'), { hold: 'tacky paper' })).toMatch(/tacky side/);
    expect(hold(blankOf('tee'), { hold: 'nothing' })).toBeNull();
  });
  it('is tape on hard goods, where spray and nothing do not hold', () => {
    for (const rule of ['spray', 'nothing'] as const)
      expect(holdOf(blankOf('metal'), { ...USUAL_HOUSE, hold: rule })).toBe('tape');
    expect(holdOf(blankOf('tee'), { ...USUAL_HOUSE, hold: 'nothing' })).toBe('nothing');
  });
});

describe('the cycle', () => {
  it('is made of its steps: under the clock, by hand and on the rack', () => {
    const { steps: all, cycle } = plan(blankOf('tee'));
    const sum = all.reduce((total, { seconds, takes }) => total + (seconds ?? 0) + takes, 0);
    expect(cycle).toMatchObject({ whole: sum, atOnce: 1, jigs: null });
    expect(cycle.press).toBeLessThan(cycle.whole);
  });
  it('makes more an hour with spare jigs or blanks laid ready, never fewer', () => {
    for (const blank of BUILT_IN_BLANKS)
      for (const pieces of [1, 4]) {
        const { perHour, beds } = plan(blank, {}, {}, pieces).cycle;
        expect(perHour.spare).toBeGreaterThanOrEqual(perHour.alone - 1e-9);
        expect(beds).toBeGreaterThanOrEqual(1);
      }
  });
  it('needs as many jigs as are away while the press takes the next: by Little’s law', () => {
    const { cycle } = plan(blankOf('sock'), {}, {}, 8);
    expect(cycle.atOnce).toBe(2);
    const pace = 3600 / (cycle.perHour.spare / cycle.atOnce);
    expect(cycle.jigs?.needed).toBe(Math.ceil(cycle.whole / pace - 1e-9) * 2);
    expect(cycle.jigs).toMatchObject({ name: 'Sock leg, metal', have: 4 });
  });
  it('waits for a press that is slow to recover', () => {
    const slow = samplePlan(blankOf('tee'), { press: { ...samplePress, recovery: 400 } }).cycle;
    const quick = samplePlan(blankOf('tee'), { press: { ...samplePress, recovery: 5 } }).cycle;
    expect(slow.perHour.spare).toBeLessThan(quick.perHour.spare);
    expect(slow.press - quick.press).toBeGreaterThan(300);
  });
  // Common practice, no published source: a practised worker does about five mats an hour.
  it('comes to something like five mats an hour, one after the other', () => {
    const { perHour } = plan(blankNamed('Door mat, rubber border')).cycle;
    expect(perHour.alone).toBeGreaterThan(4);
    expect(perHour.alone).toBeLessThan(9);
  });
});
