// The benchmarks of dial-in: the search for the best settings, and the reading of pressed cloth. Called by bench-cases.mjs.
import sharp from 'sharp';
import { scanCloth } from '../apps/devices/dist/scanner/glass.js';
import { linearOf } from '../packages/core/dist/colour/index.js';
import { nextOf, startOf, surfaceOf, USUAL_WANTS } from '../packages/core/dist/dial/index.js';
import { readCloth, targetShapes, TARGET } from '../packages/core/dist/measure/index.js';
import { trialPress } from '../packages/core/dist/testing/index.js';

const share = (list, holds) => `${((list.filter(holds).length / list.length) * 100).toFixed(0)} %`;

/** Swatches that were read with some noise, of a plain bump. */
const swatches = (limits, count) =>
  Array.from({ length: count }, (_, i) => {
    const start = startOf(limits);
    const setting = { ...start[i % start.length], temperature: 178 + ((i * 7) % 30), dwell: 30 + ((i * 17) % 60) };
    const value = 28 - ((setting.temperature - 195) / 9) ** 2 - (Math.log(setting.dwell / 55) / 0.4) ** 2;
    const figure = { spread: 0.7, relative: false };
    return {
      setting,
      figures: [
        { ...figure, weights: [1, 0, 0], value },
        { ...figure, weights: [0, 1, 0], value: Math.max(0, setting.temperature - 190) * 0.1 },
      ],
    };
  });

export const dialCases = ({ milliseconds, seconds, megabytes, often, timed }) => ({
  'dial-trial': async () => {
    const count = 200;
    const { ms, result } = await timed(() =>
      Array.from({ length: count }, (_, i) => {
        const press = trialPress(i + 1);
        return {
          nine: press.grid([174, 192.5, 211], [32, 60, 112]),
          twentyFive: press.grid([170, 181, 192.5, 204, 215], [22, 36, 55, 85, 125]),
          oneAtATime: press.oneAtATime(18),
          plain: press.plainProcess(9),
          steps: press.dialIn(12, i + 1),
        };
      }),
    );
    const near = (regret) => regret <= 1.5;
    const after = (n) =>
      share(
        result.map(({ steps }) => steps.find(({ pressed }) => pressed === n).regret),
        near,
      );
    const stops = result.flatMap(({ steps }) => steps.find(({ enough }) => enough) ?? []);
    const mean = stops.reduce((sum, { pressed }) => sum + pressed, 0) / stops.length;
    return {
      what: 'Dial-in on made-up presses',
      input: `${count} presses of other kinds than the model; readings off by 0.7 ΔE, settings by 1.5 °C and 0.7 s`,
      time: `${seconds(ms)} for all`,
      memory: megabytes(),
      reached: `within 1.5 ΔE of the best reachable: ${after(4)} after 4 swatches, ${after(6)} after 6, ${after(8)} after 8, ${after(12)} after 12; a 3 × 3 grid ${share(result, ({ nine }) => near(nine))}, a 5 × 5 grid ${share(result, ({ twentyFive }) => near(twentyFive))}, one change at a time with 18 ${share(result, ({ oneAtATime }) => near(oneAtATime))}, a plain Gaussian process with 9 ${share(result, ({ plain }) => near(plain))}; it stops within 12 on ${share(result, ({ steps }) => steps.some(({ enough }) => enough))}, after ${mean.toFixed(1)}, and nothing is better by more than 1 in ${share(stops, ({ regret }) => regret <= 1)} of them; aim: 90 % after 8, 95 % of the stops`,
      grows: 'with presses × swatches',
    };
  },
  'dial-next': () => {
    const limits = {
      temperature: { least: 170, most: 215 },
      dwell: { least: 20, most: 120 },
      pressures: ['medium'],
      prePresses: [10],
    };
    const wide = { ...limits, pressures: ['light', 'medium', 'firm'] };
    const time = (where, count) => {
      const pressed = swatches(where, count);
      let seed = 0;
      return often(() => nextOf(surfaceOf(pressed, where, USUAL_WANTS, { seed: ++seed }), where, 190), 15);
    };
    const [four, eight, twenty, varied] = [time(limits, 4), time(limits, 8), time(limits, 20), time(wide, 12)];
    return {
      what: 'The next setting',
      input: 'two figures of each swatch; 8 swatches (median of 15)',
      time: milliseconds(eight),
      memory: megabytes(),
      reached: `with 4 swatches ${milliseconds(four)}, with 20 ${milliseconds(twenty)}, with 12 at three pressures ${milliseconds(varied)}; aim: under 200 ms, in a worker`,
      grows: 'with the cube of the figures, and with the settings looked at',
    };
  },
  'measure-cloth': async () => {
    const settings = [
      [180, 75],
      [188, 40],
      [192, 60],
      [199, 90],
      [204, 35],
      [196, 50],
      [185, 100],
      [208, 60],
    ];
    const cloth = {
      name: 'bench',
      baseColour: '#ffffff',
      polyester: 100,
      swatches: settings.map(([temperature, dwell], i) => ({
        shapes: targetShapes({ study: 7, swatch: i + 1 }),
        width: TARGET.width,
        height: TARGET.height,
        temperature,
        dwell,
        pressure: 1,
      })),
    };
    const png = await scanCloth(cloth, 300);
    const { data, info } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const picture = {
      data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length),
      width: info.width,
      height: info.height,
    };
    let found = null;
    const ms = often(() => (found = readCloth(picture, { cloth: linearOf('#ffffff'), spots: null })), 5);
    const warmest = found.targets.find(({ code }) => code.swatch === 4);
    return {
      what: 'Reading pressed cloth, A4 at 300',
      input: `${info.width} × ${info.height} pixels, eight targets under uneven light (median of 5)`,
      time: seconds(ms),
      memory: megabytes(),
      reached: `${found.targets.length} of 8 found and read; the one at 199 °C for 90 s yellowed by ${warmest?.reading.yellowing.value.toFixed(1)} ΔE; aim: under 2 s`,
      grows: 'with the pixels once, then with the targets',
    };
  },
});
