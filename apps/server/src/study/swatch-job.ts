import { createHash } from 'node:crypto';
import { writeFile } from 'node:fs/promises';
import type { Art } from '@kanga/core/art';
import { EMPTY_BLANK, type Blank, type BlankDescription } from '@kanga/core/blank';
import { changeOf, type Job, type JobChange } from '@kanga/core/job';
import { TARGET, TARGET_GAP, type TargetCode } from '@kanga/core/measure';
import type { DialSetting } from '@kanga/core/dial';
import type { StudyCloth } from '@kanga/core/study';
import { withSpoolFile, type ArtService } from '../art/index.js';
import { targetSvg } from './target-svg.js';

const [WIDTH, HEIGHT] = [TARGET.width + 2 * TARGET_GAP, TARGET.height + 2 * TARGET_GAP];

/** The piece of cloth that a swatch is pressed on: it presses as the goods do, and is as large as a target with room round it. */
export function swatchBlank(goods: Blank, cloth: Pick<StudyCloth, 'polyester'>): BlankDescription {
  const { polyester } = cloth;
  const elastane = Math.min(goods.fibre.elastane, 100 - polyester);
  return {
    ...EMPTY_BLANK,
    name: `Test cloth of ${goods.name}`,
    family: goods.family,
    fibre: { polyester, cotton: 100 - polyester - elastane, elastane, other: 0 },
    baseColour: goods.baseColour,
    surface: goods.surface,
    construction: goods.construction,
    layers: goods.layers.slice(0, 1),
    sides: [{ name: 'front', outline: { kind: 'rectangle', width: WIDTH, height: HEIGHT, radius: 0 }, keepOuts: [] }],
    style: 'spot',
    makersSheet: goods.makersSheet,
    archived: true,
  };
}

/** The target of a swatch, kept as a picture. */
export const keepTarget = async (art: ArtService, code: TargetCode): Promise<Art> => {
  const svg = Buffer.from(await targetSvg(code));
  return withSpoolFile(async (path) => {
    await writeFile(path, svg);
    const sha256 = createHash('sha256').update(svg).digest('hex');
    return art.keep(`target ${code.study}-${code.swatch}.svg`, { path, sha256, bytes: svg.length }, false);
  });
};

/** The choices of the job that carries a swatch to the press. */
export const swatchChange = (
  job: Job,
  { blankId, pressId, mediaId }: { blankId: string; pressId: string; mediaId: string },
  { temperature, dwell, pressure, prePress }: DialSetting,
  art: Art,
): JobChange => ({
  ...changeOf(job),
  blankId,
  pressId,
  mediaId,
  reached: 'stack',
  overrides: { temperature, dwell, pressure, prePress },
  design: [
    {
      fill: 'own',
      items: [
        {
          kind: 'picture',
          id: `target-${art.id}`,
          artId: art.id,
          placement: { x: WIDTH / 2, y: HEIGHT / 2, width: TARGET.width, rotation: 0 },
          repeat: 'once',
          mirroredInFile: false,
        },
      ],
    },
  ],
});
