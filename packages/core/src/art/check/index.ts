import type { Finding } from '../../finding/index.js';
import type { Blank, Template } from '../../blank/index.js';
import { boundsOf, rectContains } from '../../geometry/index.js';
import { memoised } from '../../memo/index.js';
import type { UnitPrinter } from '../../units/index.js';
import { boxOfPicture, type ComposedSide, type Drawn, type DrawnPicture } from '../compose.js';
import { coverageOf, type Coverage } from '../coverage.js';
import { sideDesign, type Fill, type SideDesign } from '../design.js';
import { pixelsPerInch } from '../placement.js';
import { artFinding } from './finding.js';
import { checkPicture, type CheckPlace } from './picture.js';
import { checkSeams } from './seam.js';
import { checkText } from './text.js';

/** What the art on one side comes to. */
export interface SideCheck {
  /** The least pixels per inch of any picture; null when nothing on it has pixels. */
  ppi: number | null;
  coverage: Coverage;
  findings: Finding[];
}

/** Whether all that is printed ends well inside the face, on every side: then it is meant to. */
function isSpot(template: Template, drawn: readonly Drawn[]): boolean {
  const within = boundsOf(template.safePolygon);
  return (
    template.safePolygon.length > 0 &&
    drawn.every(
      (one) => one.kind === 'text' || (one.item.repeat === 'once' && rectContains(within, boxOfPicture(one), 0.1)),
    )
  );
}

function whiteEdges(
  side: number,
  { template, drawn }: ComposedSide,
  coverage: Coverage,
  print: UnitPrinter,
): Finding[] {
  if (!template.covers || coverage.missingShare === 0) return [];
  const share = coverage.missingShare;
  if (isSpot(template, drawn))
    return [
      artFinding(
        'art.part',
        'note',
        'The art covers part of the face; the rest stays as it is',
        'It ends inside the face on every side, so no edge of it shows as a slip.',
        'Nothing, if that is meant. To cover the whole face choose Cover.',
        { side },
      ),
    ];
  return [
    artFinding(
      'art.cover',
      share > 0.02 ? 'stop' : 'fix',
      `${share < 0.01 ? 'Under 1' : Math.round(share * 100)} % of the print is left bare, up to ${print.length(Math.max(coverage.widest, coverage.pitch))} wide`,
      'The art does not reach over the whole template and its bleed, so the cloth shows as a white edge or patch.',
      'Enlarge or move the art, or choose Cover.',
      { side, marks: coverage.missing },
    ),
  ];
}

/** Lettering has to be mirrored exactly once: a picture that is mirrored in its file already is mirrored twice on the sheet. */
function mirrors(side: number, { drawn }: ComposedSide): Finding[] {
  const twice = drawn.find((one) => one.kind === 'picture' && one.item.mirroredInFile);
  const lettered = drawn.some((one) => one.kind === 'text');
  if (twice) {
    return [
      artFinding(
        'art.mirror',
        'stop',
        'This picture is mirrored already, and the sheet mirrors it again',
        'Lettering has to be mirrored exactly once. Twice, and it reads the wrong way on the blank.',
        'Take the picture the right way round, or say that it is not mirrored in its file.',
        { side },
      ),
    ];
  }
  return lettered
    ? [
        artFinding(
          'art.lettering',
          'note',
          'Lettering: shown here as it will read on the blank',
          'It is not mirrored yet; that happens once, on the sheet.',
          'Keep the mirror where the sheet says it is, in one place only.',
          { side },
        ),
      ]
    : [];
}

/** A second face that shows what is on the first: turned over, words in its pictures read backwards; as it is, what points to the toe on one points to the heel on the other. */
function facing(side: number, { drawn }: ComposedSide, fill: Fill, blank: Blank): Finding[] {
  const borrowed = drawn.some((one) => one.kind === 'picture' && one.borrowed && one.item.repeat === 'once');
  if (!borrowed) return [];
  if (fill === 'mirrored')
    return [
      artFinding(
        'art.backwards',
        'note',
        'Turned over on this side: words in the picture read backwards',
        'The other side is a mirror image. Lines of text that were written here stay readable.',
        'Where the picture holds words choose The same.',
        { side },
      ),
    ];
  if (fill !== 'same' || blank.jig === null) return [];
  return [
    artFinding(
      'art.facing',
      'note',
      'Both faces show the same: does the picture point one way?',
      'What points to the toe on one face points to the heel on the other.',
      'Where that matters, and the picture holds no words, choose Mirrored.',
      { side },
    ),
  ];
}

/** One finding of a kind a side: the worst, with the marks of all. */
function merged(findings: readonly Finding[]): Finding[] {
  const rank = { stop: 0, fix: 1, note: 2 };
  const by = new Map<string, Finding>();
  for (const finding of findings) {
    const key = `${finding.code} ${finding.where.side ?? ''}`;
    const known = by.get(key);
    const worst = known && rank[known.severity] <= rank[finding.severity] ? known : finding;
    const marks = [...(known?.where.marks ?? []), ...(finding.where.marks ?? [])];
    by.set(key, { ...worst, where: { ...worst.where, ...(marks.length > 0 ? { marks } : {}) } });
  }
  return [...by.values()];
}

const pictureFindings = memoised('picture', ({ picture, ...at }: CheckPlace & { picture: DrawnPicture }): Finding[] =>
  checkPicture(picture, at),
);

/** What one side is judged by. */
interface Judging extends CheckPlace {
  composed: ComposedSide;
  fill: Fill;
}

/** What is to be said of one side, but for where it meets another. */
const checkSide = memoised('composed', ({ composed, fill, ...place }: Judging): SideCheck => {
  const { template, drawn } = composed;
  const { side, blank, print } = place;
  const pictures = drawn.filter((one) => one.kind === 'picture');
  const coverage = coverageOf(template, pictures);
  const ppi = pictures
    .filter(({ art }) => !art.facts.vector)
    .map(({ placement, art }) => pixelsPerInch(placement, art.facts));
  const findings = [
    ...drawn.flatMap((one) =>
      one.kind === 'picture' ? pictureFindings({ picture: one, ...place }) : checkText(one, place),
    ),
    ...(drawn.length > 0 ? whiteEdges(side, composed, coverage, print) : []),
    ...mirrors(side, composed),
    ...facing(side, composed, fill, blank),
  ];
  return { ppi: ppi.length > 0 ? Math.min(...ppi) : null, coverage, findings };
});

/** Judges everything that is printed on a blank, side by side, and where it wraps. What lies as it lay is not judged again. */
export function checkDesign(
  sides: readonly ComposedSide[],
  design: readonly SideDesign[],
  blank: Blank,
  print: UnitPrinter,
): SideCheck[] {
  const seams = checkSeams(
    blank,
    sides.map(({ template, drawn }, i) => ({
      template,
      drawn,
      runsOn: design[i]?.fill === 'across' || drawn.some((one) => one.kind === 'picture' && one.item.repeat !== 'once'),
    })),
  );
  return sides.map((composed, side) => {
    const { fill } = sideDesign(design, side);
    const check = checkSide({ composed, fill, side, template: composed.template, blank, print });
    return {
      ...check,
      findings: merged([...check.findings, ...seams.filter((finding) => finding.where.side === side)]),
    };
  });
}

export { groundOf, type Ground } from './picture.js';
export { seamBetween, type SeamMatch } from './seam.js';
export { checkRun, rowFaults, type RowFault } from './run.js';
