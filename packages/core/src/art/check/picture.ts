import type { Finding, Severity } from '../../finding/index.js';
import { polygonContains, rectContains } from '../../geometry/index.js';
import { baseKindOf, type Blank, type Template } from '../../blank/index.js';
import type { UnitPrinter } from '../../units/index.js';
import type { Art } from '../art.js';
import { boxOfPicture, type DrawnPicture } from '../compose.js';
import { pixelsPerInch } from '../placement.js';
import { artFinding, type Spot } from './finding.js';
import { clothLimits, forgivenessOf, RESOLUTION_LEVELS } from './limits.js';
import { cellsWhere, joined } from './marks.js';

/** What one picture is checked against. */
export interface CheckPlace {
  side: number;
  template: Template;
  blank: Blank;
  print: UnitPrinter;
}

export type Ground = 'opaque' | 'transparent' | 'white box' | 'haze';

/** What lies behind the subject of a picture, by its pixels. */
export function groundOf({ facts }: Art): Ground {
  if (facts.hasAlpha && facts.transparentShare > 0.005) return facts.faintShare > 0.02 ? 'haze' : 'transparent';
  return facts.rim.opaqueShare > 0.98 && facts.rim.nearWhiteShare > 0.9 ? 'white box' : 'opaque';
}

function resolution({ art, placement }: DrawnPicture, { blank, side }: CheckPlace): Finding[] {
  if (art.facts.vector) return [];
  const ppi = pixelsPerInch(placement, art.facts);
  const forgiving = forgivenessOf(blank);
  const { aim, fix, stop } = RESOLUTION_LEVELS;
  // A hair under the aim (299.6) is the aim: the eye does not see rounding.
  if (ppi >= aim * forgiving - 0.5) return [];
  const severity: Severity = ppi < stop * forgiving ? 'stop' : ppi < fix * forgiving ? 'fix' : 'note';
  const words = { stop: 'it will print as blocks', fix: 'edges will look soft', note: 'a little under the aim' }[
    severity
  ];
  return [
    artFinding(
      'art.resolution',
      severity,
      `${Math.round(ppi)} pixels per inch: ${words}`,
      `The aim on ${blank.surface} cloth is ${Math.round(aim * forgiving)} pixels per inch at printed size.`,
      `Use a picture at least ${Math.ceil((art.facts.width * aim * forgiving) / ppi / 10) * 10} pixels wide, or print it smaller.`,
      { side },
    ),
  ];
}

/** The digit of a map in one cell, 0 to 15. Told by its code: a text is not cut for each of thousands of cells at every step of a drag. */
const level = (map: string, cell: number): number => {
  const code = map.charCodeAt(cell);
  return code < 58 ? code - 48 : code - 87;
};

/** Mean of a map's digits. */
function meanOf(map: string): number {
  let sum = 0;
  for (let cell = 0; cell < map.length; cell++) sum += level(map, cell);
  return sum / map.length;
}

function ground(picture: DrawnPicture, { side, template }: CheckPlace): Finding[] {
  const { art } = picture;
  const kind = groundOf(art);
  if (kind === 'white box' && !template.covers) {
    return [
      artFinding(
        'art.background',
        'note',
        'The background is white, not transparent',
        'White prints as nothing on a white blank, but off-white or grey in it prints as a faint box.',
        'If a box would show on this cloth, save the art with a transparent background.',
        { side },
      ),
    ];
  }
  if (kind !== 'haze') return [];
  const { maps } = art.facts;
  const marks = maps ? joined(cellsWhere(picture, template, (cell) => level(maps.haze, cell) >= 1)) : [];
  return [
    artFinding(
      'art.haze',
      'fix',
      `${Math.round(art.facts.faintShare * 100)} % of the picture is faint haze`,
      'Half-transparent pixels, soft shadows and halos print as a grey veil round the art.',
      'Clear the background fully, or put the art on a solid colour.',
      { side, marks },
    ),
  ];
}

/** Share of a picture's cells that have to be pale before it is worth a word. */
const PALE_SHARE = 0.01;

function pale(picture: DrawnPicture, { blank, side, template }: CheckPlace): Finding[] {
  const { maps } = picture.art.facts;
  if (!maps || baseKindOf(blank.baseColour) === 'dark') return [];
  const cells = cellsWhere(picture, template, (cell) => level(maps.pale, cell) >= 3);
  if (cells.length < PALE_SHARE * maps.columns * maps.rows) return [];
  return [
    artFinding(
      'art.pale',
      'note',
      'Very pale parts will vanish',
      'There is no white ink: a tint this close to white is lost on the cloth, and what it shows with it.',
      'Make those parts darker, or leave them quite white.',
      { side, marks: joined(cells) },
    ),
  ];
}

function fine(picture: DrawnPicture, { blank, side, template, print }: CheckPlace): Finding[] {
  const { art, placement } = picture;
  const { maps } = art.facts;
  if (!maps) return [];
  const pixel = placement.width / art.facts.width;
  const { line } = clothLimits(blank);
  const cells = cellsWhere(picture, template, (cell) => {
    const width = level(maps.fine, cell);
    return width > 0 && width * pixel < line;
  });
  if (cells.length < 3) return [];
  const thinnest = Math.min(...cells.map(({ cell }) => level(maps.fine, cell))) * pixel;
  return [
    artFinding(
      'art.hairline',
      thinnest < line / 2 ? 'fix' : 'note',
      `Lines of ${print.length(thinnest)} are too fine for this cloth`,
      `${blank.surface === 'smooth' ? 'Smooth' : blank.surface === 'textured' ? 'Textured' : 'Long-pile'} cloth shows lines from about ${print.length(line)}; finer ones break up or fill in.`,
      'Make the lines and the small lettering heavier, or print the art larger.',
      { side, marks: joined(cells) },
    ),
  ];
}

/** A cell is busy from here on; a picture that is busy all over has no part that matters more than another. */
const BUSY = 4;
const CALM_MEAN = 2.4;

/** The busy part of the picture, its subject, where it runs into what is cut off, lost or covered. */
function trespass(picture: DrawnPicture, { blank, side, template, print }: CheckPlace): Finding[] {
  const { maps } = picture.art.facts;
  if (!maps || picture.item.repeat !== 'once') return [];
  if (meanOf(maps.busy) > CALM_MEAN) return [];
  const busy = cellsWhere(picture, template, (cell) => level(maps.busy, cell) >= BUSY);
  const findings: Finding[] = [];
  const keepOuts = blank.sides[side]?.keepOuts ?? [];
  for (const keepOut of keepOuts) {
    const lost = busy.filter(({ centre }) => polygonContains(keepOut.area, centre));
    if (lost.length < 2) continue;
    findings.push(
      artFinding(
        `art.keep-out.${keepOut.kind.replace(/\s/g, '-')}`,
        'fix',
        `The ${keepOut.kind} takes a busy part of the picture`,
        'Nothing printed there will show or survive.',
        'Move the art so that a quiet part lies there.',
        { side, marks: joined(lost) },
      ),
    );
  }
  if (template.safePolygon.length > 0 && template.covers) {
    const cut = busy.filter(
      ({ centre }) => !polygonContains(template.safePolygon, centre) && polygonContains(template.bleedPolygon, centre),
    );
    if (busy.length > 0 && cut.length / busy.length > 0.08 && cut.length > 4) {
      findings.push(
        artFinding(
          'art.safe',
          'note',
          'A busy part of the picture runs into the edge',
          `What lies within ${print.length(template.safe)} of the edge may be cut off or pressed round it.`,
          'Keep faces, words and other detail inside the dotted line.',
          { side, marks: joined(cut) },
        ),
      );
    }
  }
  return findings;
}

function place(picture: DrawnPicture, { side, template, print }: CheckPlace): Finding[] {
  if (picture.tooFine) {
    return [
      {
        ...artFinding(
          'art.repeat',
          'stop',
          `A pattern of ${print.length(picture.placement.width)} is too fine`,
          'It would be printed thousands of times over on every piece, and no cloth shows it.',
          'Make the picture that repeats larger.',
          { side },
        ),
        waivable: false,
      },
    ];
  }
  if (picture.item.repeat !== 'once') return [];
  const box = boxOfPicture(picture);
  const { width, height } = template;
  const spot: Spot = { side };
  // Art that runs on across the sides may well lie wholly on another one.
  if (!picture.borrowed && (box.x > width || box.y > height || box.x + box.width < 0 || box.y + box.height < 0)) {
    return [
      {
        ...artFinding(
          'art.outside',
          'stop',
          'The picture lies wholly outside the print area',
          'Nothing of it would be printed.',
          'Drag it back onto the template, or choose Fit.',
          spot,
        ),
        waivable: false,
      },
    ];
  }
  if (!template.covers && !rectContains({ x: 0, y: 0, width, height }, box, 0.1)) {
    return [
      artFinding(
        'art.crop',
        'fix',
        'The picture runs over the print area and is cropped',
        `The print area is ${print.size(width, height)}; what lies outside is cut off.`,
        'Make it smaller or move it inside, or choose Fit.',
        spot,
      ),
    ];
  }
  return [];
}

/** All that is to be said of one picture where it lies. */
export const checkPicture = (picture: DrawnPicture, at: CheckPlace): Finding[] =>
  [resolution, ground, pale, fine, trespass, place].flatMap((check) => check(picture, at));
