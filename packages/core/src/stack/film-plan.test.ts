import { FILMS, filmFor, fitnessOf, type Blank } from '../blank/index.js';
import { viewJob, runPlanOf, outcomesFrom, type JobFile } from '../job/index.js';
import { benchState, type BenchEvent } from '../bench/index.js';
import { blankOf, benchTime, sampleArt, sampleFloor, sampleJob, samplePicture, samplePlan } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import { checkStack } from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const cotton = (baseColour: string): Blank => ({
  ...blankOf('tee'),
  name: 'Cotton tee',
  fibre: { polyester: 0, cotton: 100, elastane: 0, other: 0 },
  baseColour,
  makersSheet: null,
});
const overrides = { process: 'film' as const };
const planOf = (blank: Blank) => samplePlan(blank, { overrides });
const see = (blank: Blank, change: Partial<JobFile['job']> = {}) =>
  viewJob(
    {
      job: sampleJob({
        pieces: 2,
        design: [{ fill: 'own', items: [samplePicture()] }],
        overrides,
        ...change,
      }),
      blank,
      arts: [sampleArt()],
      plan: null,
      events: [],
    },
    sampleFloor,
    print,
  );

describe('a film', () => {
  // 180 °C; on light cloth 30 s, peeled hot, 10 to 15 s more; on dark cloth 15 s, peeled cold, 3 s more: common practice, no published source.
  it.each([
    ['#ffffff', 180, 30, 'hot', [30, 12]],
    ['#15151c', 180, 15, 'cold', [15, 3]],
  ] as const)('is pressed by its own settings on %s, and finished once more', (base, heat, dwell, peel, clocks) => {
    const plan = planOf(cotton(base));
    expect(plan.settings.temperature.value).toBe(heat);
    expect(plan.settings.dwell.value).toBe(dwell);
    expect(plan.settings.peel.value).toBe(peel);
    expect(plan.steps.filter(({ kind }) => kind === 'press').map(({ seconds }) => seconds)).toEqual([...clocks]);
    const order = plan.steps.map(({ kind }) => kind);
    expect(order.indexOf('prepare')).toBeLessThan(order.indexOf('place'));
    expect(order.indexOf('peel')).toBeLessThan(order.lastIndexOf('press'));
    expect(order).not.toContain('hold');
    expect(order.at(-1)).toBe('cool');
  });
  it('lies print down under its carrier, or print up without it', () => {
    const faces = (base: string) =>
      planOf(cotton(base)).sides[0]?.layers.find(({ role }) => role === 'transfer')?.faces;
    expect([faces('#ffffff'), faces('#15151c')]).toEqual(['down', 'up']);
  });
  it('is set by hand where somebody knows better, and says that its own sheet comes first', () => {
    const plan = samplePlan(cotton('#ffffff'), { overrides: { ...overrides, dwell: 20, temperature: 165 } });
    expect([plan.settings.temperature.value, plan.settings.dwell.value]).toEqual([165, 20]);
    const codes = checkStack(plan, cotton('#ffffff'), print).map(({ code }) => code);
    expect(codes).toContain('stack.film');
    expect(
      codes.filter((code) => ['stack.yellow', 'stack.spray', 'stack.toner', 'stack.unproven'].includes(code)),
    ).toEqual([]);
  });
  it('takes the stop of the cloth away, and is no way out for hard goods', () => {
    const dyed = see(cotton('#ffffff'), { overrides: {} });
    expect(dyed.blocks.blank.map(({ code }) => code)).toEqual(['blank.fibre']);
    expect(see(cotton('#ffffff')).blocks.blank).toEqual([]);
    expect(see(cotton('#15151c')).blocks.blank).toEqual([]);
    const hard = blankOf('ceramic coaster');
    expect(filmFor(hard)).toBeNull();
    expect(see(hard).blocks.blank.map(({ code }) => code)).toContain('blank.film');
  });
  it('is as large as its art on goods that dye would cover', () => {
    const view = see({ ...cotton('#ffffff'), style: 'edge to edge' }, { bleed: null });
    expect(view.bleed?.value).toBe(0);
    expect(view.findings.art.map(({ code }) => code)).not.toContain('art.cover');
    expect(view.blocks.art).toEqual([]);
  });
  it('is printed mirrored for light cloth and as it reads for dark, whoever mirrors', () => {
    const mirrored = (base: string, mirroredBy: 'kanga' | 'driver') => {
      const floor = { ...sampleFloor, printers: sampleFloor.printers.map((one) => ({ ...one, mirroredBy })) };
      const file = { ...see(cotton(base)), plan: null, events: [] };
      const [kind] = viewJob(file, floor, print).tray?.kinds ?? [];
      const face = kind?.faces[0]?.toPart;
      // The sign of the area: a picture that is turned over has it the other way.
      const byKanga = face ? face.a * face.d - face.b * face.c < 0 : null;
      // On paper it is turned over once more by a driver that mirrors.
      return mirroredBy === 'driver' ? !byKanga : byKanga;
    };
    expect([mirrored('#ffffff', 'kanga'), mirrored('#ffffff', 'driver')]).toEqual([true, true]);
    expect([mirrored('#15151c', 'kanga'), mirrored('#15151c', 'driver')]).toEqual([false, false]);
  });
  it('is logged, and proves nothing of dye', () => {
    const plan = runPlanOf(see(cotton('#ffffff')), benchTime(0));
    if (!plan) throw new Error('it can be pressed');
    expect(plan.process).toBe('film');
    let now = 0;
    const events: BenchEvent[] = [];
    const told = (event: object) =>
      events.push({ id: `f${events.length}`, at: benchTime(now), by: 'Wren', ...event } as BenchEvent);
    told({ kind: 'heat', celsius: plan.dial ?? 180 });
    plan.steps.forEach((step, at) => {
      const clock = step.seconds ?? 0;
      if (clock > 0) told({ kind: 'start', bed: 0, step: at });
      now += Math.max(5, clock);
      if (step.at !== 'rack' || at < plan.steps.length - 1) told({ kind: 'done', bed: 0, step: at });
    });
    told({ kind: 'verdict', piece: 0, verdict: 'good' });
    const [outcome] = outcomesFrom(plan, benchState(plan, events));
    expect(outcome).toMatchObject({ good: 1, spoiled: 0, proof: false, temperature: 180 });
  });
  it('is told of in the words of its own figures', () => {
    const route = fitnessOf(cotton('#ffffff')).route;
    expect(route?.name).toBe(FILMS.light.name);
    expect(print.text(route?.steps.join(' ') ?? '')).toMatch(/180 °C for 30 s and peel hot.*10 to 15 s more/);
  });
});
