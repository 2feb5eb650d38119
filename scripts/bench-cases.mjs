// One benchmark a run: node scripts/bench-cases.mjs NAME FOLDER. Prints one line of JSON. Input is made first and not timed.
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { coverageOf, drawnOn, proposePlacement, rowFaults } from '../packages/core/dist/art/index.js';
import { benchState } from '../packages/core/dist/bench/index.js';
import { BUILT_IN_BLANKS, templatesOf } from '../packages/core/dist/blank/index.js';
import { boundsOf } from '../packages/core/dist/geometry/index.js';
import { viewJob } from '../packages/core/dist/job/index.js';
import { planStack } from '../packages/core/dist/stack/index.js';
import { sampleArt, sampleFacts as facts, sampleJob, samplePicture } from '../packages/core/dist/testing/index.js';
import { unitPrinter } from '../packages/core/dist/units/index.js';
import { traceScan } from '../packages/core/dist/trace/index.js';
import { busyOf, fineOf, mapGrid } from '../apps/server/dist/art/maps.js';
import { readPixels } from '../apps/server/dist/art/read-pixels.js';
import { DEMO_SHOP } from '../apps/server/dist/demo/shop-data.js';
import { writePdf } from '../apps/server/dist/sheet/pdf.js';
import { facesFor } from '../apps/server/dist/text/faces.js';
import { dialCases } from './bench-dial.mjs';
import { dayCases } from './bench-day.mjs';
import { peerCases } from './bench-day-peer.mjs';
import { orderCases } from './bench-orders.mjs';
import { pressCases } from './bench-press.mjs';
import { sectionCases } from './bench-sections.mjs';
import { laidOut, sheetCases } from './bench-sheets.mjs';
import { traceCases } from './bench-trace.mjs';

const [name, folder] = process.argv.slice(2);
const megabytes = () => `${Math.round(process.resourceUsage().maxRSS / 1024)} MB`;
const timed = async (work) => {
  const began = performance.now();
  const result = await work();
  return { ms: performance.now() - began, result };
};
/** The median of many runs, in ms. */
const often = (work, times = 50) => {
  const list = Array.from({ length: times }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
  return list.sort((a, b) => a - b)[times >> 1];
};
const seconds = (ms) => `${(ms / 1000).toFixed(2)} s`;
const milliseconds = (ms) => `${ms.toFixed(2)} ms`;

/** A picture made in another process, so that its making does not count as this one's memory. */
function picture(file, width, height, kind) {
  const path = join(folder, file);
  if (!existsSync(path)) {
    const code = `import sharp from 'sharp';
      const grain = { create: { width: ${width}, height: ${height}, channels: 3, background: '#777', noise: { type: 'gaussian', mean: 128, sigma: 18 } } };
      const glow = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="2000" height="2000"><radialGradient id="g"><stop stop-color="#fc4"/><stop offset="1" stop-color="#124"/></radialGradient><circle cx="1000" cy="1000" r="1000" fill="url(#g)"/></svg>');
      const base = await sharp(glow).resize(${width}, ${height}, { fit: 'fill' }).png().toBuffer();
      let image = sharp(base, { limitInputPixels: false }).flatten().composite([{ input: await sharp(grain).png({ compressionLevel: 1 }).toBuffer(), blend: 'soft-light', limitInputPixels: false }]);
      if (${kind === 'alpha'}) image = sharp(await image.png({ compressionLevel: 1 }).toBuffer()).joinChannel(await sharp(base).extractChannel('alpha').toBuffer());
      if (${kind === 'png'}) image = sharp(await image.png({ compressionLevel: 1 }).toBuffer()).removeAlpha();
      await (${kind === 'jpeg'} ? image.jpeg({ quality: 90 }) : image.png({ compressionLevel: 3 })).toFile(${JSON.stringify(path)});`;
    const { status, stderr } = spawnSync(process.execPath, ['--input-type=module', '-e', code], { encoding: 'utf8' });
    if (status !== 0) throw new Error(stderr);
  }
  return path;
}

const blank = BUILT_IN_BLANKS[2];
const design = [{ fill: 'own', items: [samplePicture()] }];
const roll = DEMO_SHOP.media[3];

async function pdf(kind) {
  const path = picture(`square.${kind}`, 4000, 4000, kind);
  const size = facts(4000, 4000, { hasAlpha: kind === 'alpha' });
  const art = sampleArt(size, {
    bytes: statSync(path).size,
    mediaType: kind === 'jpeg' ? 'image/jpeg' : 'image/png',
  });
  const { template, tray, layout, gap } = laidOut(blank.sides[0].outline, 6.35, 24, roll);
  const target = join(folder, `${kind}.pdf`);
  const job = { number: 1, name: 'Bench', pieces: 24, design, run: null, templates: [template], arts: [art] };
  const { ms } = await timed(() =>
    writePdf({
      pictures: [{ art, path, mostWidth: 0 }],
      jobs: [job],
      tray,
      layout,
      gap,
      mirroredBy: 'kanga',
      title: 'Bench',
      foot: '100 %',
      origin: null,
      target,
    }),
  );
  const fault = spawnSync('qpdf', ['--check', target], { encoding: 'utf8' }).stdout.includes(
    'No syntax or stream encoding errors',
  )
    ? 'qpdf finds no fault'
    : 'qpdf finds a fault';
  const what = { png: 'PNG', jpeg: 'JPEG', alpha: 'PNG with alpha' }[kind];
  return {
    what: `PDF of 24 pieces, ${what}`,
    input: `4000 × 4000 pixels with grain, ${Math.round(art.bytes / 1e6)} MB; 24 cushions on a 610 mm roll`,
    time: seconds(ms),
    memory: megabytes(),
    reached: `${Math.round(statSync(target).size / 1e6)} MB on ${layout.sheets.length} pages, picture embedded once without loss, ${fault}; aim: under 3 s, 300 MB`,
    grows: 'with the pixels, hardly with the pieces',
  };
}

async function pixels(million, width, height) {
  const path = picture(`photo-${million}.jpeg`, width, height, 'jpeg');
  const { ms, result } = await timed(() => readPixels(path));
  return {
    what: `Reading a picture, ${million} MP`,
    input: `JPEG ${width} × ${height}, ${Math.round(statSync(path).size / 1e6)} MB`,
    time: seconds(ms),
    memory: megabytes(),
    reached: `facts, thumb and a preview of ${Math.round(result.preview.length / 1024)} kB`,
    grows: 'with the pixels',
  };
}

/** What is where on a picture with a busy subject and fine lines across it. */
function places() {
  const map = (at) => Array.from({ length: 4096 }, (_, i) => at(i % 64, i >> 6).toString(16)).join('');
  return {
    columns: 64,
    rows: 64,
    haze: map(() => 0),
    pale: map(() => 0),
    busy: map((x, y) => (x > 10 && x < 40 && y > 10 && y < 40 ? 6 : 0)),
    fine: map((x, y) => ((x + y) % 7 === 0 ? 3 : 0)),
    colours: { columns: 96, rows: 96, cells: '336699'.repeat(9216) },
  };
}

/** A page with an outline drawn on it, as RGBA; rendered in another process, so that it does not count as this one's memory. */
function page(ppi) {
  const path = join(folder, `page-${ppi}.raw`);
  const [w, h] = [Math.round((210 / 25.4) * ppi), Math.round((297 / 25.4) * ppi)];
  if (!existsSync(path)) {
    const code = `import sharp from 'sharp'; import { writeFileSync } from 'node:fs';
      const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 210 297" preserveAspectRatio="none"><rect width="210" height="297" fill="#f3f1ec"/><rect x="54.6" y="65.6" width="100.8" height="165.8" rx="12.4" fill="none" stroke="#222" stroke-width="0.8"/></svg>';
      const grain = await sharp({ create: { width: ${w}, height: ${h}, channels: 3, background: '#808080', noise: { type: 'gaussian', mean: 128, sigma: 8 } }, limitInputPixels: false }).png({ compressionLevel: 1 }).toBuffer();
      const buffer = await sharp(Buffer.from(svg), { limitInputPixels: false }).flatten().composite([{ input: grain, blend: 'soft-light' }]).ensureAlpha().raw().toBuffer();
      writeFileSync(${JSON.stringify(path)}, buffer);`;
    const { status, stderr } = spawnSync(process.execPath, ['--input-type=module', '-e', code], { encoding: 'utf8' });
    if (status !== 0) throw new Error(stderr);
  }
  return { data: new Uint8ClampedArray(readFileSync(path).buffer), width: w, height: h };
}

async function trace(ppi) {
  const picture = page(ppi);
  const { ms, result } = await timed(() => traceScan(picture, ppi, 'pen line'));
  const { width, height } = boundsOf(result.outline);
  return {
    what: `Tracing a scan, A4 at ${ppi}`,
    input: `${picture.width} × ${picture.height} pixels with grain, a rounded outline of 100 × 165 mm drawn with a pen`,
    time: seconds(ms),
    memory: megabytes(),
    reached: `width off by ${Math.abs(width - 100).toFixed(3)} mm, height by ${Math.abs(height - 165).toFixed(3)} mm; aim: 0.2 mm, ${ppi > 300 ? '4 s, 600 MB' : '1 s'}`,
    grows: 'with the pixels, and with the length of the outline',
  };
}

const CASES = {
  'trace-300': () => trace(300),
  'trace-600': () => trace(600),
  'checks-24': async () => {
    const path = picture('photo-24.jpeg', 6000, 4000, 'jpeg');
    const { data, info } = await sharp(path)
      .greyscale()
      .toColourspace('b-w')
      .raw()
      .toBuffer({ resolveWithObject: true });
    const raster = { data, width: info.width, height: info.height };
    const { ms } = await timed(() => {
      const grid = mapGrid(raster.width, raster.height);
      return [busyOf(raster, grid), fineOf(raster, grid, 1)];
    });
    return {
      what: 'What is where, 24 MP',
      input: '6000 × 4000 pixels of grain, decoded',
      time: seconds(ms),
      memory: megabytes(),
      reached: 'edges and stroke widths on a grid of 64; aim: under 1.5 s',
      grows: 'with the pixels',
    };
  },
  run: async () => {
    const faces = await facesFor(['round']);
    const item = {
      kind: 'text',
      id: 't',
      text: '{name}',
      font: 'round',
      colour: '#000000',
      size: 20,
      leastSize: 5,
      maxWidth: 200,
      x: 0,
      y: 0,
      rotation: 0,
    };
    const rows = Array.from({ length: 5000 }, (_, i) => ({ values: { name: `Name Łukasz ${i}` }, count: 1 }));
    const { ms, result } = await timed(() => rowFaults([{ fill: 'own', items: [item] }], rows, faces));
    return {
      what: 'Going through a run of names',
      input: '5,000 rows with accents, one line each',
      time: seconds(ms),
      memory: megabytes(),
      reached: `${result.length} faults`,
      grows: 'with rows and lines; answered from memory while they stay the same',
    };
  },
  'pdf-png': () => pdf('png'),
  'pdf-jpeg': () => pdf('jpeg'),
  'pdf-alpha': () => pdf('alpha'),
  'pixels-24': () => pixels(24, 6000, 4000),
  'pixels-200': () => pixels(196, 14000, 14000),
  coverage: () => {
    const mask = Array.from({ length: 128 }, () => '#'.repeat(128));
    const mine = templatesOf(BUILT_IN_BLANKS[3], 3.175)[0];
    const size = facts(2250, 1650, { hasAlpha: true, mask });
    const placement = { ...proposePlacement(mine, size), rotation: 12 };
    const [picture] = drawnOn([{ fill: 'own', items: [samplePicture('a', placement)] }], 0, [mine], {
      arts: [sampleArt(size)],
      faces: new Map(),
    });
    const ms = often(() => coverageOf(mine, [picture]));
    return {
      what: 'Cover of a template',
      input: `mask outline of ${mine.bleedPolygon.length} corners, art turned 12°`,
      time: milliseconds(ms),
      memory: megabytes(),
      reached: `slivers from ${(mine.bleedBox.width / 160).toFixed(2)} mm; fits a frame of 16 ms`,
      grows: 'with 160² points and the corners',
    };
  },
  ...dialCases({ milliseconds, seconds, megabytes, often, timed }),
  ...pressCases(DEMO_SHOP, { milliseconds, megabytes, often }),
  ...dayCases({ milliseconds, megabytes }),
  ...peerCases({ megabytes }),
  ...orderCases({ floor: DEMO_SHOP, milliseconds, megabytes, often, facts }),
  ...traceCases({ megabytes, seconds }),
  ...sectionCases({ megabytes, milliseconds }),
  ...sheetCases(folder, DEMO_SHOP, { seconds, milliseconds, megabytes, often }),
  view: () => {
    const job = sampleJob({ pieces: 24 });
    const file = { job, blank, arts: [sampleArt(facts(3100, 3100, { maps: places() }))], plan: null, events: [] };
    const print = unitPrinter(DEMO_SHOP.settings.units);
    const ms = often(() => viewJob(file, DEMO_SHOP, print));
    return {
      what: 'All that follows from a job',
      input: '24 cushions, four papers tried, art with a busy subject and fine lines',
      time: milliseconds(ms),
      memory: megabytes(),
      reached: 'one frame is 16 ms',
      grows: 'with pieces and papers',
    };
  },
  events: () => {
    const { steps } = planStack({
      blank,
      templates: templatesOf(blank, 6.35),
      press: DEMO_SHOP.presses[0],
      overrides: {},
    });
    const events = [];
    for (let p = 0; p < 500; p++)
      steps.forEach((one, step) =>
        ['start', 'done'].slice(one.seconds === null ? 1 : 0).forEach((kind) =>
          events.push({
            id: randomUUID(),
            at: new Date(p * 1e5 + step * 1e3).toISOString(),
            by: null,
            kind,
            bed: p,
            step,
          }),
        ),
      );
    const plan = { steps, pieces: 500, atOnce: 1, press: DEMO_SHOP.presses[0] };
    const ms = often(() => benchState(plan, events), 20);
    return {
      what: 'State of the bench',
      input: `500 pieces, ${events.length} events`,
      time: milliseconds(ms),
      memory: megabytes(),
      reached: 'every event taken',
      grows: 'with the events',
    };
  },
};
const result = await CASES[name]();
console.log(JSON.stringify(result));
process.exit(0);
