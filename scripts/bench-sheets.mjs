// The benchmarks of sheets: nesting, layouts, prints. Called by bench-cases.mjs.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs';
import {
  areaOf,
  boundsOf,
  offsetPolygon,
  polygonOf,
  rectPolygon,
  simplified,
} from '../packages/core/dist/geometry/index.js';
import { makeTemplate, shapeOutline } from '../packages/core/dist/blank/index.js';
import { clashesOf, Nester, roomAt } from '../packages/core/dist/nest/index.js';
import { groundOf, layOut, makeTray, USUAL_SHEET } from '../packages/core/dist/sheet/index.js';
import { boxlikeGoods, guillotined, jigsaw, mixedGoods, SQUARED_SQUARE } from '../packages/core/dist/testing/index.js';

const percent = (share) => `${(share * 100).toFixed(1)} %`;
/** Half the gap for scissors of 8 mm, all round. */
const ROOM = 4;
/** A roll of 610 mm with margins of 5 mm. */
const WIDTH = 600;

/** The shortest length that the best rectangle packer of the registry reaches, over its own rules and three orders, by halving. */
function bestOfRectangles(boxes, least) {
  const orders = [(b) => b.width * b.height, (b) => Math.max(b.width, b.height), (b) => b.width];
  let best = Infinity;
  for (const logic of [0, 1]) {
    for (const size of orders) {
      const sorted = [...boxes].sort((a, b) => size(b) - size(a));
      let [low, high] = [least, Math.min(best, least * 4)];
      while (high - low > 1) {
        const length = (low + high) / 2;
        const packer = new MaxRectsPacker(WIDTH, length, 0, {
          smart: false,
          pot: false,
          square: false,
          allowRotation: true,
          border: 0,
          logic,
        });
        packer.addArray(sorted.map((b, i) => ({ width: b.width, height: b.height, x: 0, y: 0, data: i })));
        if (packer.bins.length === 1) high = length;
        else low = length;
      }
      best = Math.min(best, high);
    }
  }
  return best;
}

/** Nests for ten seconds, or until nothing is better: how long the first layout takes, the lengths at once, after one and ten seconds, and what is wrong with the last. */
function nestedFor(problem) {
  const began = performance.now();
  const since = () => performance.now() - began;
  const nester = new Nester(problem);
  const [ms, first] = [since(), nester.best.lengths[0]];
  while (since() < 1000 && !nester.proved) nester.step();
  const second = nester.best.lengths[0];
  while (since() < 10_000 && !nester.proved) nester.step();
  const tenth = nester.best.lengths[0];
  const rooms = problem.things.map((_, thing) => roomAt(problem, thing, nester.best.spots[thing]));
  return { ms, first, second, tenth, nester, ...clashesOf(rooms, { width: problem.width, length: tenth }) };
}

function nest(what, { outlines, things }, tools) {
  const rooms = outlines.map((outline) => simplified(offsetPolygon(outline, ROOM + 0.2), 0.2));
  const outlined = things.reduce((sum, kind) => sum + areaOf(outlines[kind]), 0);
  const use = (length) => outlined / (length * WIDTH);
  const boxes = things.map((kind) => boundsOf(rooms[kind]));
  const problem = {
    shapes: rooms.map((room) => ({ room, turns: [0, 90, 180, 270] })),
    things,
    width: WIDTH,
    length: 40_000,
    kind: 'roll',
  };
  const { ms, first, second, tenth, nester, pairs, outside } = nestedFor(problem);
  const rectangles = use(bestOfRectangles(boxes, nester.bound));
  return {
    what: `Nesting, ${what}`,
    input: '200 pieces of 9 kinds on a 610 mm roll, gap 8 mm, quarter turns',
    time: `first layout ${tools.seconds(ms)}; then 10 s`,
    memory: tools.megabytes(),
    reached: `use ${percent(use(first))} at once, ${percent(use(second))} at 1 s, ${percent(use(tenth))} at 10 s after ${nester.tries} tries; best rectangle packer at hand ${percent(rectangles)} on the same outlines; no layout above ${percent(use(nester.bound))}; ${pairs.length} overlaps, ${outside.length} over the edge; aim: 3 points better`,
    grows: 'a try with pieces × rows × intervals',
  };
}

function squares(tools) {
  const shapes = SQUARED_SQUARE.map((s) => ({
    room: [
      { x: 0, y: 0 },
      { x: s, y: 0 },
      { x: s, y: s },
      { x: 0, y: s },
    ],
    turns: [0, 90],
  }));
  const began = performance.now();
  const nester = new Nester({ shapes, things: shapes.map((_, i) => i), width: 112, length: 1000, kind: 'roll' });
  while (performance.now() - began < 10_000 && !nester.proved) nester.step();
  const ms = performance.now() - began;
  return {
    what: 'Nesting, squares of Duijvestijn 1978',
    input: '21 squares that fill a square of 112 exactly',
    time: tools.seconds(ms),
    memory: tools.megabytes(),
    reached: `length ${nester.best.lengths[0].toFixed(1)} of the optimum 112; aim: within 3 %`,
    grows: 'exponentially at worst; stops after 20,000 places for each length',
  };
}

/** Rectangles that fill a sheet exactly, of every number: what one and ten seconds come to, beside the best rectangle packer at hand. */
function guillotines(tools) {
  const rows = [20, 30, 38, 45, 60, 100, 150, 200].map((count) => {
    const sizes = guillotined(count, count, WIDTH, 800);
    const problem = {
      shapes: sizes.map(([width, height]) => ({ room: rectPolygon({ x: 0, y: 0, width, height }), turns: [0, 90] })),
      things: sizes.map((_, i) => i),
      width: WIDTH,
      length: 40_000,
      kind: 'roll',
    };
    const { second, tenth, pairs, outside } = nestedFor(problem);
    const boxes = sizes.map(([width, height]) => ({ width, height }));
    const peer = bestOfRectangles(boxes, 800) / 800;
    return { count, second: second / 800, tenth: tenth / 800, peer, faults: pairs.length + outside.length };
  });
  const mean = (of) => (rows.reduce((sum, row) => sum + of(row), 0) / rows.length).toFixed(4);
  return {
    what: 'Nesting, rectangles that fill a sheet exactly',
    input: 'sheets of 600 × 800 mm cut edge to edge into 20 to 200 pieces, quarter turns',
    time: '10 s each',
    memory: tools.megabytes(),
    reached: `${rows.map(({ count, second, tenth, peer }) => `${count}: ${second.toFixed(4)} at 1 s, ${tenth.toFixed(4)} at 10 s, peer ${peer.toFixed(4)}`).join('; ')} of the optimum; in the mean ${mean((row) => row.second)}, ${mean((row) => row.tenth)}, peer ${mean((row) => row.peer)}; ${rows.reduce((sum, row) => sum + row.faults, 0)} faults; aim: 1.03 and 1.015`,
    grows: 'a try with pieces² × branches',
  };
}

/** Odd goods with the shortest length that any search of ours has reached, with other seeds or a minute's time, mm; pieces of a sheet cut by straight lines with that sheet. */
function oddGoods() {
  const { outlines } = mixedGoods();
  const points = (list) => list.map(([x, y]) => ({ x, y }));
  const many = (outline, count) => ({ outlines: [outline], things: Array.from({ length: count }, () => 0) });
  const heart = polygonOf(shapeOutline('heart', { width: 90, height: 85 }));
  const trapezium = polygonOf(shapeOutline('trapezium', { width: 96, bottom: 150, height: 170 }));
  const triangle = points([[0, 0], [110, 0], [55, 170]]); // prettier-ignore
  const ell = points([[0, 0], [120, 0], [120, 50], [50, 50], [50, 160], [0, 160]]); // prettier-ignore
  const cut = jigsaw(8, 8, WIDTH, 400);
  return [
    { what: '60 hearts', ...many(heart, 60), known: 780 },
    { what: '32 triangles', ...many(triangle, 32), known: 688 },
    { what: '40 trapeziums', ...many(trapezium, 40), known: 1699 },
    { what: '24 socks', ...many(outlines[0], 24), known: 1529 },
    { what: '30 masks', ...many(outlines[2], 30), known: 1609 },
    { what: '40 Ls', ...many(ell, 40), known: 1048 },
    { what: 'a sheet cut in 8', outlines: cut, things: cut.map((_, i) => i), known: 400, room: 0 },
  ];
}

/** Odd shapes, each kind alone: what one and ten seconds come to, beside the bound, the best known, and the best rectangle packer at hand. */
function odd(tools) {
  const rows = oddGoods().map(({ what, outlines, things, known, room = ROOM }) => {
    const rooms = outlines.map((outline) => (room > 0 ? simplified(offsetPolygon(outline, room + 0.2), 0.2) : outline));
    const shapes = rooms.map((one) => ({ room: one, turns: room > 0 ? [0, 90, 180, 270] : [0, 180] }));
    const { second, tenth, nester, pairs, outside } = nestedFor({
      shapes,
      things,
      width: WIDTH,
      length: 40_000,
      kind: 'roll',
    });
    const peer = bestOfRectangles(
      things.map((kind) => boundsOf(rooms[kind])),
      nester.bound,
    );
    const faults = pairs.length + outside.length;
    return {
      what,
      second,
      tenth,
      bound: nester.bound,
      known: Math.min(known, tenth),
      peer,
      tries: nester.tries,
      faults,
    };
  });
  const mm = (length) => length.toFixed(0);
  return {
    what: 'Nesting, odd shapes',
    input:
      'each kind alone on a 610 mm roll, gap 8 mm, quarter turns; the pieces of the cut sheet without a gap, half turns',
    time: '10 s each, one search',
    memory: tools.megabytes(),
    reached: `${rows.map(({ what, second, tenth, bound, known, peer, tries }) => `${what}: ${mm(second)} mm at 1 s, ${mm(tenth)} at 10 s after ${tries} tries (best known ${mm(known)}, bound by area ${mm(bound)}, rectangle packer ${mm(peer)})`).join('; ')}; ${rows.reduce((sum, row) => sum + row.faults, 0)} faults`,
    grows: 'a pass with what lies in others × rows × what is near',
  };
}

/** A tray of one kind, with its layout on a paper. */
export function laidOut(outline, bleed, pieces, media, mirroredBy = 'kanga') {
  const template = makeTemplate(outline, bleed);
  const sides = [{ template, drawn: [] }];
  const blank = { sides: [{ name: 'front', outline, keepOuts: [] }], family: 'cushion' };
  const gap = 8;
  const ground = groundOf(media, gap, 0);
  const choices = USUAL_SHEET;
  const tray = makeTray({ blank, sides, printed: [0], pieces, choices, gap, mirroredBy, ground });
  const request = { tray, paper: media, gap, edge: 0, turns: choices.turns };
  return {
    template,
    tray,
    gap,
    request,
    layout: layOut(request),
  };
}

/** Fifty pages of 13 × 19 in, each with pictures of its own that do not pack. */
async function fiftyPages(folder, media, tools) {
  const { writePdf } = await import('../apps/server/dist/sheet/pdf.js');
  const { sampleArt, sampleFacts, samplePicture } = await import('../packages/core/dist/testing/index.js');
  const [width, height] = [4100, 5600];
  const outline = { kind: 'rectangle', width: 300, height: 410, radius: 0 };
  const pictures = [];
  for (let i = 0; i < 5; i++) {
    const path = join(folder, `page-${i}.png`);
    if (!existsSync(path)) {
      const code = `import sharp from 'sharp'; await sharp({ create: { width: ${width}, height: ${height}, channels: 3, background: '#777', noise: { type: 'gaussian', mean: 128, sigma: ${12 + i} } } }).removeAlpha().png({ compressionLevel: 1 }).toFile(${JSON.stringify(path)});`;
      const { status, stderr } = spawnSync(process.execPath, ['--input-type=module', '-e', code], { encoding: 'utf8' });
      if (status !== 0) throw new Error(stderr);
    }
    const art = sampleArt(sampleFacts(width, height), { id: `art-${i}`, bytes: statSync(path).size });
    pictures.push({ art, path, mostWidth: (300 / 25.4) * 360 });
  }
  const one = laidOut(outline, 3, 10, media);
  // Five jobs of ten pieces, each with a picture of its own: one piece a page.
  const jobs = pictures.map(({ art }, i) => ({
    number: i + 1,
    name: 'Bench',
    pieces: 10,
    design: [{ fill: 'own', items: [samplePicture(art.id)] }],
    run: null,
    templates: [one.template],
    arts: [art],
  }));
  const tray = {
    kinds: one.tray.kinds,
    parts: jobs.flatMap((_, job) => one.tray.parts.map((part) => ({ ...part, job }))),
  };
  const layout = layOut({ ...one.request, tray });
  const target = join(folder, 'fifty.pdf');
  const began = performance.now();
  await writePdf({
    pictures,
    jobs,
    tray,
    layout,
    gap: one.gap,
    mirroredBy: 'kanga',
    title: 'Bench',
    foot: '100 %',
    origin: null,
    target,
  });
  const ms = performance.now() - began;
  const right = spawnSync('qpdf', ['--check', target], { encoding: 'utf8' }).stdout.includes('No syntax or stream');
  return {
    what: 'PDF of 50 pages, 13 × 19 in',
    input: `50 pieces of 5 pictures of ${width} × ${height} pixels with grain, ${Math.round(pictures.reduce((sum, p) => sum + p.art.bytes, 0) / 1e6)} MB`,
    time: tools.seconds(ms),
    memory: tools.megabytes(),
    reached: `${layout.sheets.length} pages, ${Math.round(statSync(target).size / 1e6)} MB streamed to disk, ${right ? 'qpdf finds no fault' : 'qpdf finds a fault'}; aim: under 400 MB`,
    grows: 'time with the pixels; memory with the largest picture alone',
  };
}

export const sheetCases = (folder, shop, tools) => ({
  'nest-mixed': () => nest('mixed goods', mixedGoods(), tools),
  'nest-boxes': () => nest('goods that are nearly boxes', boxlikeGoods(), tools),
  'nest-odd': () => odd(tools),
  'nest-squares': () => squares(tools),
  'nest-guillotine': () => guillotines(tools),
  'pdf-fifty': () => fiftyPages(folder, shop.media[2], tools),
  layout: () => {
    const media = { ...shop.media[3], length: 100_000 };
    const { request } = laidOut({ kind: 'rectangle', width: 100, height: 165, radius: 12 }, 3.175, 500, media);
    const ms = tools.often(() => layOut(request));
    const { sheets, bound } = layOut(request);
    return {
      what: 'Laying out in rows',
      input: '500 sleeves on one length of 610 mm roll',
      time: tools.milliseconds(ms),
      memory: tools.megabytes(),
      reached: `${Math.round(sheets[0].height)} mm, ${((bound / sheets[0].height) * 100).toFixed(1)} % of it is the lower bound by area`,
      grows: 'with the pieces',
    };
  },
});
