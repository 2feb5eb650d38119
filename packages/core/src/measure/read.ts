import { deltaE00, labOfLinear, type Lab, type Rgb } from '../colour/index.js';
import { project, type Point, type Rect } from '../geometry/index.js';
import { nth } from '../numbers/index.js';
import type { Picture, Progress } from '../trace/index.js';
import { bareSpots } from './bare.js';
import type { TargetCode } from './code.js';
import { profile, readLine, type LineReading } from './edge.js';
import { findTargets, type FoundTarget, type Unread } from './find.js';
import { lightOf, lightReader, medianOf, type KnownSpot, type Light } from './light.js';
import { chromaOf, strengthOf, yellowingOf } from './strength.js';
import { PATCH_NAMES, PLACES, type PatchName } from './target.js';
import { volumeOf } from './volume.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { hypot, max, min, round } = Math;

/** A figure and how far it may be off (standard deviation). */
export interface Measured {
  value: number;
  spread: number;
}

/** All that one target tells. */
export interface TargetReading {
  patches: Record<PatchName | 'ground', Lab>;
  /** Colour strength, ΔE: what `dial` goes by. */
  strength: Measured;
  /** Mean chroma of the solid inks, and the volume of all colours, thousands of cubic ΔE*ab. */
  chroma: Measured;
  volume: Measured;
  /** L* of black. */
  blackness: Measured;
  /** How much yellower the ground is than the cloth as it came, ΔE. */
  yellowing: Measured;
  /** How unlike the parts of one patch are, ΔE. */
  evenness: Measured;
  /** Blur of edges, mm (standard deviation). */
  blur: Measured;
  /** The second image, where there is one: how far and which way, mm, and how strong. */
  ghost: { shift: number; right: number; down: number; share: number } | null;
  /** Specks of lint or loose dye. */
  specks: number;
  remarks: string[];
}

export interface ReadTarget {
  code: TargetCode;
  corners: FoundTarget['corners'];
  reading: TargetReading;
}

/** What a picture of pressed cloth tells. */
export interface ClothReading {
  targets: ReadTarget[];
  unread: Unread[];
  /** What its light was told by. */
  spots: readonly KnownSpot[];
  remarks: string[];
}

/** What is known when a cloth is read. */
export interface ClothKnown {
  /** The cloth as it came, never pressed, linear light. */
  cloth: Rgb;
  /** Spots of a known colour in the picture; null: bare cloth is looked for. */
  spots: readonly KnownSpot[] | null;
}

/** A margin of a patch that is left out, mm, and the squares into which the rest is cut. */
const MARGIN = 1.3;
const SQUARES = 6;
/** A look differs from its patch by this much to be a speck, ΔE; so many looks together are one. */
const SPECK = 9;

interface Patch {
  lab: Lab;
  /** ΔE between its squares and its middle. */
  uneven: number;
  /** Standard deviation of the mean, ΔE. */
  spread: number;
  specks: number;
}

type Corrected = (p: Point, into: Float64Array) => void;

/** Reads one patch: medians of squares, so that specks and threads do not count, and what strays. */
function patchOf({ map, perMm }: FoundTarget, area: Rect, corrected: Corrected): Patch {
  const across = max(3, min(7, round(((area.width - 2 * MARGIN) * perMm) / SQUARES)));
  const one = new Float64Array(3);
  const squares: Lab[] = [];
  const lights: Rgb[] = [];
  const looks: Lab[] = [];
  for (let r = 0; r < SQUARES; r++)
    for (let c = 0; c < SQUARES; c++) {
      const channels: [number[], number[], number[]] = [[], [], []];
      for (let i = 0; i < across; i++)
        for (let j = 0; j < across; j++) {
          const s = (c + (i + 0.5) / across) / SQUARES;
          const t = (r + (j + 0.5) / across) / SQUARES;
          corrected(
            project(map, {
              x: area.x + MARGIN + s * (area.width - 2 * MARGIN),
              y: area.y + MARGIN + t * (area.height - 2 * MARGIN),
            }),
            one,
          );
          channels.forEach((list, k) => list.push(nth(one, k)));
        }
      const light: Rgb = [mean(channels[0]), mean(channels[1]), mean(channels[2])];
      lights.push(light);
      squares.push(labOfLinear(light));
      // The darkest and the lightest look of a square: what a thread or a spot of dye would be.
      const dark = channels[1].indexOf(min(...channels[1]));
      looks.push(labOfLinear([nth(channels[0], dark), nth(channels[1], dark), nth(channels[2], dark)]));
    }
  const light: Rgb = [0, 1, 2].map((k) => medianOf(lights.map((l) => nth(l, k)))) as unknown as Rgb;
  const lab = labOfLinear(light);
  const off = squares.map((square) => deltaE00(square, lab));
  const usual = medianOf(looks.map((look) => deltaE00(look, lab)));
  return {
    lab,
    uneven: medianOf(off),
    spread: max(0.15, (1.25 * medianOf(off)) / SQUARES),
    specks: looks.filter((look) => deltaE00(look, lab) > max(SPECK, 3 * usual)).length,
  };
}

const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;

/** How far a patch's colour may be off however often it is looked at, ΔE: profile, light, and the cloth's own grain. */
const FLOOR = 0.5;

function readTarget(picture: Picture, target: FoundTarget, light: Light, known: ClothKnown): TargetReading {
  const read = lightReader(picture);
  const corrected: Corrected = (p, into) => {
    read(p.x, p.y, into);
    const fell = light(p);
    for (let c = 0; c < 3; c++) into[c] = min(1.2, nth(into, c) / nth(fell, c));
  };
  const found = Object.fromEntries(
    PATCH_NAMES.map((name) => [name, patchOf(target, PLACES.patches[name], corrected)]),
  ) as Record<PatchName, Patch>;
  const ground = patchOf(target, PLACES.ground, corrected);
  const patches = {
    ...Object.fromEntries(PATCH_NAMES.map((name) => [name, found[name].lab])),
    ground: ground.lab,
  } as TargetReading['patches'];
  const solids = [found.cyan, found.magenta, found.yellow, found.black];
  const solidSpread = hypot(FLOOR, ...solids.map(({ spread }) => spread / 2));

  const one = new Float64Array(3);
  const darkness = (x: number, y: number) => {
    corrected({ x, y }, one);
    return 1 - (0.3 * nth(one, 0) + 0.6 * nth(one, 1) + 0.1 * nth(one, 2));
  };
  const { upright, level } = PLACES;
  const lines: (LineReading | null)[] = [
    readLine(
      profile(
        darkness,
        target.map,
        { x: upright.x + upright.width / 2, y: upright.y + 1 },
        { x: upright.x + upright.width / 2, y: upright.y + upright.height - 1 },
        { x: 1, y: 0 },
        3.2,
      ),
      upright.width,
    ),
    readLine(
      profile(
        darkness,
        target.map,
        { x: level.x + 1, y: level.y + level.height / 2 },
        { x: level.x + level.width - 1, y: level.y + level.height / 2 },
        { x: 0, y: 1 },
        2,
      ),
      level.height,
    ),
  ];
  const told = lines.filter((line) => line !== null);
  const blur = told.length > 0 ? mean(told.map((line) => line.blur)) : 0;
  const ghosts = lines.map((line) => line?.ghost ?? null);
  const [right, down] = [ghosts[0]?.shift ?? 0, ghosts[1]?.shift ?? 0];
  const share = max(ghosts[0]?.share ?? 0, ghosts[1]?.share ?? 0);
  const all = [...Object.values(found), ground];
  const remarks = [
    ...(told.length < 2 ? ['The thin lines cannot be seen: it is too pale, or something lies over them.'] : []),
    ...(found.black.lab.l > 60 ? ['Hardly any dye went in.'] : []),
    ...(ground.uneven > 2.5 ? ['The ground is blotched: a crease, glare, or something that lies on it.'] : []),
  ];
  const before = labOfLinear(known.cloth);
  return {
    patches,
    strength: { value: strengthOf(patches), spread: solidSpread },
    chroma: { value: mean(solids.slice(0, 3).map(({ lab }) => chromaOf(lab))), spread: solidSpread * 2 },
    volume: { value: volumeOf(patches) / 1000, spread: (volumeOf(patches) / 1000) * 0.03 },
    blackness: { value: found.black.lab.l, spread: hypot(FLOOR, found.black.spread) },
    yellowing: { value: yellowingOf(ground.lab, before.b), spread: hypot(FLOOR, ground.spread) },
    evenness: { value: mean(solids.map(({ uneven }) => uneven)), spread: 0.2 },
    blur: { value: blur, spread: 0.015 + 0.3 / target.perMm / 4 },
    ghost: ghosts.some((ghost) => ghost !== null) ? { shift: hypot(right, down), right, down, share } : null,
    specks: all.reduce((sum, patch) => sum + patch.specks, 0),
    remarks,
  };
}

/** Resolution below which thin lines are not told apart, pixels a millimetre. */
const COARSE = 5;

/**
 * Reads a scan or a photograph of pressed cloth: finds its targets, evens the light out, and takes every figure off each. What cannot be read is named. O(pixels) once, then a fixed effort for
 * each target.
 */
export function readCloth(picture: Picture, known: ClothKnown, progress: Progress = () => undefined): ClothReading {
  progress(0.05, 'Looking for targets');
  const { found, unread } = findTargets(picture);
  if (found.length === 0) return { targets: [], unread, spots: [], remarks: [] };
  progress(0.5, 'Evening out the light');
  const spots = known.spots ?? bareSpots(picture, found).map((at) => ({ at, light: known.cloth }));
  const light = lightOf(picture, found, spots, known.cloth);
  const remarks: string[] = [];
  if (spots.length === 0)
    remarks.push(
      'No white is known in the picture: yellowing is told against the whitest cloth in it. Lay a strip of cloth that was never pressed beside the swatches, and point at it.',
    );
  if (found.some(({ perMm }) => perMm < COARSE))
    remarks.push('The picture is coarse: edges and ghosts are told from 150 pixels per inch on.');
  const targets = found.map((target, i) => {
    progress(0.55 + (0.45 * i) / found.length, `Measuring ${i + 1} of ${found.length}`);
    return { code: target.code, corners: target.corners, reading: readTarget(picture, target, light, known) };
  });
  progress(1, 'Done');
  return { targets, unread, spots, remarks };
}
