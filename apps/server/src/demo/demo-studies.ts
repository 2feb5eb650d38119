import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { BUILT_IN_BLANKS, type Family } from '@kanga/core/blank';
import { USUAL_WANTS, type DialLimits } from '@kanga/core/dial';
import type { SwatchAim } from '@kanga/core/study';
import type { Shop } from '@kanga/contract/shop';
import { StudyRepository, StudyService } from '../study/index.js';
import { demoReading, type DemoCloth } from './study-looks.js';

const DAY = 24 * 3_600_000;

interface DemoStudy {
  family: Family;
  press: number;
  cloth: DemoCloth;
  limits: DialLimits;
  /** Temperature, dwell, by how much it came out otherwise, days ago, and what for. */
  pressed: readonly (readonly [number, number, number, number, SwatchAim])[];
  /** Which of them was accepted, from 0; null: one is still looking. */
  accepted: number | null;
}

const limits = (least: number, most: number, shortest: number, longest: number): DialLimits => ({
  temperature: { least, most },
  dwell: { least: shortest, most: longest },
  pressures: ['medium'],
  prePresses: [10],
});

/** One study that is finished, with three months of check swatches, and one that is under way. */
const STUDIES: readonly DemoStudy[] = [
  {
    family: 'performance',
    press: 0,
    cloth: { uptake: 0.055, fading: 0.0022, browning: 0.05 },
    limits: limits(172, 210, 25, 115),
    pressed: [
      [180, 78, 0.3, 96, 'search'],
      [190, 42, -0.4, 96, 'search'],
      [199, 92, 0.2, 96, 'search'],
      [206, 37, -0.2, 96, 'search'],
      [190, 64, 0.4, 95, 'search'],
      [193, 55, -0.1, 95, 'search'],
      [197, 46, -0.1, 95, 'search'],
      [186, 92, 0.1, 95, 'search'],
      [190, 60, 0.1, 95, 'confirm'],
      [190, 60, -0.3, 64, 'check'],
      [191, 60, 0.2, 33, 'check'],
      [189, 61, 0.4, 4, 'check'],
    ],
    accepted: 8,
  },
  {
    family: 'mask',
    press: 1,
    cloth: { uptake: 0.07, fading: 0.003, browning: 0.08 },
    limits: limits(170, 206, 20, 100),
    pressed: [
      [178, 69, 0.2, 2, 'search'],
      [187, 34, -0.3, 2, 'search'],
      [195, 79, 0.3, 2, 'search'],
      [203, 31, 0.1, 2, 'search'],
    ],
    accepted: null,
  },
];

/** Gives the demo shop its studies. */
@Injectable()
export class DemoStudies {
  constructor(
    private readonly service: StudyService,
    private readonly studies: StudyRepository,
  ) {}

  async load(shop: Shop): Promise<void> {
    for (const demo of STUDIES) await this.one(demo, shop);
  }

  private async one(demo: DemoStudy, shop: Shop): Promise<void> {
    const blank = BUILT_IN_BLANKS.find(({ family }) => family === demo.family);
    const [press, media] = [shop.presses[demo.press], shop.media[0]];
    if (!blank || !press || !media) return;
    const id = randomUUID();
    await this.service.begin({
      id,
      name: `${blank.name.split(',')[0] ?? blank.name} on ${press.name}`,
      limits: demo.limits,
      budget: 8,
      wants: USUAL_WANTS,
      school: 'few swatches',
      turns: { light: '1 turn', medium: '2 turns', firm: '3 turns' },
      blankId: blank.id,
      pressId: press.id,
      mediaId: media.id,
      from: 'test cloth',
      polyester: blank.fibre.polyester,
    });
    await this.studies.transaction(async (trx) => {
      for (const [i, [temperature, dwell, slip, daysAgo, aim]] of demo.pressed.entries())
        await this.studies.addSwatch(
          id,
          {
            number: i + 1,
            jobId: null,
            body: {
              aim,
              setting: { temperature, dwell, pressure: 'medium', prePress: 10 },
              reason: aim === 'search' ? (i < 4 ? 'spread out' : 'most promising') : aim,
              printed: true,
              pressedAt: new Date(Date.now() - daysAgo * DAY + i * 420_000).toISOString(),
              reached: null,
              spoiled: null,
              reading: demoReading(demo.cloth, temperature, dwell, slip),
              since: aim === 'check' && i === demo.pressed.length - 1 ? ['paper'] : [],
            },
          },
          trx,
        );
    });
    const accepted = demo.pressed[demo.accepted ?? -1];
    if (!accepted) return;
    const [temperature, dwell, , daysAgo] = accepted;
    await this.service.accept(id, {
      recipeId: randomUUID(),
      setting: { temperature, dwell, pressure: 'medium', prePress: 10 },
      by: 'Wren',
    });
    // It was accepted when it was confirmed, not when the demo was loaded.
    const at = new Date(Date.now() - daysAgo * DAY + 3_600_000).toISOString();
    await this.studies.transaction(async (trx) => {
      const kept = await this.studies.find(id, trx, true);
      if (kept?.body.result) await this.studies.save(id, { ...kept.body, result: { ...kept.body.result, at } }, trx);
    });
  }
}
