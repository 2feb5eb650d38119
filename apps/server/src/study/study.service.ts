import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { buildOf } from '@kanga/core/blank';
import { CODE_LIMITS, studyInCode } from '@kanga/core/measure';
import { proposeSettings } from '@kanga/core/stack';
import { tells, type Study, type StudyChange, type StudySwatch } from '@kanga/core/study';
import type { NewAnswer, NewReadings, NewResult, NewStudy, NewSwatches, SwatchChange } from '@kanga/contract/study';
import type { Knex } from 'knex';
import { ArtService } from '../art/index.js';
import { BlankRepository, BlankService } from '../blank/index.js';
import { notFound, refuse } from '../http/index.js';
import { JobRepository, JobService } from '../job/index.js';
import { RecipeRepository } from '../recipe/index.js';
import { ActualRepository, RunStore } from '../run/index.js';
import { ShopRepository } from '../shop/index.js';
import { within, withinMakers } from './limits.js';
import { runTells } from './pressed-swatch.js';
import { StudyRepository, type KeptStudy, type KeptSwatch } from './study.repository.js';
import { keepTarget, swatchBlank, swatchChange } from './swatch-job.js';

@Injectable()
export class StudyService {
  constructor(
    private readonly studies: StudyRepository,
    private readonly blanks: BlankRepository,
    private readonly shelf: BlankService,
    private readonly shop: ShopRepository,
    private readonly art: ArtService,
    private readonly jobs: JobService,
    private readonly jobRows: JobRepository,
    private readonly runs: RunStore,
    private readonly actuals: ActualRepository,
    private readonly recipes: RecipeRepository,
  ) {}

  async list(): Promise<Study[]> {
    const kept = await this.studies.all();
    const list: Study[] = [];
    for (const one of kept) list.push(await this.whole(one));
    return list;
  }

  async study(id: string): Promise<Study> {
    return this.whole(await this.kept(id));
  }

  private async kept(id: string, db?: Knex, lock = false): Promise<KeptStudy> {
    const found = await this.studies.find(id, db, lock);
    if (!found) throw notFound('study', id);
    return found;
  }

  /** A study with what its runs tell of its swatches. */
  private async whole({ id, number, version, body, createdAt, updatedAt }: KeptStudy): Promise<Study> {
    const [swatches, answers] = await Promise.all([this.studies.swatches(id), this.studies.answers(id)]);
    const told: StudySwatch[] = [];
    for (const swatch of swatches) told.push(await this.swatch(swatch));
    const { swatchBlankId, ...words } = body;
    void swatchBlankId;
    return { id, number, version, ...words, swatches: told, answers, createdAt, updatedAt };
  }

  private async swatch({ number, jobId, body }: KeptSwatch): Promise<StudySwatch> {
    const run = jobId === null ? null : await this.runs.of(jobId);
    if (!run || jobId === null) return { ...body, number, jobId };
    const told = runTells(run.plan, run.bench.state, await this.actuals.of(jobId));
    return {
      ...body,
      number,
      jobId,
      printed: body.printed || told.pressedAt !== null,
      pressedAt: told.pressedAt ?? body.pressedAt,
      // What somebody says of it outranks what was read.
      reached: body.reached ?? told.reached,
      spoiled: body.spoiled ?? told.spoiled,
    };
  }

  private async goods(blankId: string, pressId: string, mediaId: string) {
    const [blank, { presses, media }] = await Promise.all([this.blanks.find(blankId), this.shop.floor()]);
    const press = presses.find(({ id }) => id === pressId);
    const paper = media.find(({ id }) => id === mediaId);
    if (!blank)
      throw refuse(422, 'study.no-blank', 'The blank chosen for this study is not there', 'Choose another blank.');
    if (!press)
      throw refuse(422, 'study.no-press', 'The press chosen for this study is not there', 'Choose another press.');
    if (!paper)
      throw refuse(422, 'study.no-paper', 'The paper chosen for this study is not there', 'Choose another paper.');
    return { blank, press, paper };
  }

  async begin(sent: NewStudy): Promise<Study> {
    if (await this.studies.find(sent.id)) return this.study(sent.id);
    const { id, blankId, pressId, mediaId, from, polyester, ...words } = sent;
    const { blank, press, paper } = await this.goods(blankId, pressId, mediaId);
    withinMakers(words.limits, blank, press);
    const cloth = { blankId, blankName: blank.name, from, polyester, baseColour: blank.baseColour };
    const [swatch] = await this.shelf.add([swatchBlank(blank, cloth)]);
    if (!swatch) throw new Error('the test cloth was not kept');
    await this.studies.transaction((trx) =>
      this.studies.add(
        id,
        {
          ...words,
          cloth,
          pressId,
          pressName: press.name,
          mediaId,
          mediaName: paper.name,
          result: null,
          swatchBlankId: swatch.id,
        },
        trx,
      ),
    );
    return this.study(id);
  }

  async change(id: string, { version, ...words }: StudyChange): Promise<Study> {
    await this.studies.transaction(async (trx) => {
      const kept = await this.kept(id, trx, true);
      if (kept.version !== version)
        throw refuse(
          409,
          'study.changed',
          `Somebody else saved study ${kept.number} meanwhile`,
          'Look at how it stands now, and make your change again if it is still wanted.',
        );
      await this.studies.save(id, { ...kept.body, ...words }, trx);
    });
    return this.study(id);
  }

  /** Plans swatches: each becomes a job with its target as its art. Those pressed elsewhere have none. */
  async plan(id: string, { first, swatches }: NewSwatches): Promise<Study> {
    const { number, body } = await this.kept(id);
    const have = (await this.studies.swatches(id)).length;
    if (have >= first) return this.study(id);
    if (first !== have + 1)
      throw refuse(
        409,
        'study.gap',
        `Swatch ${first} comes after swatch ${have}: ${have + 1} is missing`,
        'Reload the study.',
      );
    if (have + swatches.length > CODE_LIMITS.swatch)
      throw refuse(
        422,
        'study.full',
        `A study holds ${CODE_LIMITS.swatch} swatches`,
        'Begin another study of the same cloth.',
      );
    const { blank, press } = await this.goods(body.cloth.blankId, body.pressId, body.mediaId);
    for (const swatch of swatches) within(swatch, body.limits, blank, press);
    // Pictures are read before anything is locked.
    const arts = await Promise.all(
      swatches.map(({ reason }, i) =>
        reason === 'pressed elsewhere' ? null : keepTarget(this.art, { study: studyInCode(number), swatch: first + i }),
      ),
    );
    await this.studies.transaction(async (trx) => {
      await this.kept(id, trx, true);
      if ((await this.studies.swatches(id, trx)).length >= first) return;
      for (const [i, { aim, setting, reason, since }] of swatches.entries()) {
        const swatch = first + i;
        const art = arts[i] ?? null;
        let jobId: string | null = null;
        if (art) {
          jobId = randomUUID();
          await this.jobRows.open(
            jobId,
            { name: `Swatch ${swatch} of study ${number}`, customer: '', due: null, pieces: 1 },
            trx,
          );
          const job = await this.jobs.job(jobId, trx);
          await this.jobRows.save(
            jobId,
            swatchChange(
              job,
              { blankId: body.swatchBlankId, pressId: body.pressId, mediaId: body.mediaId },
              setting,
              art,
            ),
            trx,
          );
          await this.jobRows.carry(jobId, { id, swatch }, trx);
        }
        await this.studies.addSwatch(
          id,
          {
            number: swatch,
            jobId,
            body: {
              aim,
              setting,
              reason,
              since,
              printed: art === null,
              pressedAt: art === null ? new Date().toISOString() : null,
              reached: null,
              spoiled: null,
              reading: null,
            },
          },
          trx,
        );
      }
      await this.studies.touch(id, trx);
    });
    return this.study(id);
  }

  private async inSwatch(
    id: string,
    number: number,
    trx: Knex.Transaction,
    change: (body: KeptSwatch['body']) => KeptSwatch['body'],
  ): Promise<void> {
    const { body } = await this.keptSwatch(id, number, trx);
    await this.studies.saveSwatch(id, number, change(body), trx);
  }

  private async keptSwatch(id: string, number: number, trx: Knex.Transaction): Promise<KeptSwatch> {
    const found = await this.studies.swatch(id, number, trx);
    if (!found) throw refuse(404, 'study.no-swatch', `This study has no swatch ${number}`, 'Reload the study.');
    return found;
  }

  async say(id: string, number: number, change: SwatchChange): Promise<Study> {
    await this.studies.transaction(async (trx) => {
      await this.kept(id, trx, true);
      await this.inSwatch(id, number, trx, (body) => ({ ...body, ...change }));
      await this.studies.touch(id, trx);
    });
    return this.study(id);
  }

  async keepReadings(id: string, { readings }: NewReadings): Promise<Study> {
    const now = new Date().toISOString();
    await this.studies.transaction(async (trx) => {
      await this.kept(id, trx, true);
      for (const { swatch, reading } of readings)
        // What is read off cloth was pressed, whether anybody told the bench or not.
        await this.inSwatch(id, swatch, trx, (body) => ({
          ...body,
          reading,
          printed: true,
          pressedAt: body.pressedAt ?? now,
        }));
      await this.studies.touch(id, trx);
    });
    return this.study(id);
  }

  async answer(id: string, sent: NewAnswer): Promise<Study> {
    await this.studies.transaction(async (trx) => {
      await this.kept(id, trx, true);
      for (const number of [sent.better, sent.worse]) await this.keptSwatch(id, number, trx);
      await this.studies.addAnswer(id, { ...sent, at: new Date().toISOString() }, trx);
      await this.studies.touch(id, trx);
    });
    return this.study(id);
  }

  /** Makes a setting the recipe of the goods on this press and paper. */
  async accept(id: string, { recipeId, setting, by }: NewResult): Promise<Study> {
    const study = await this.study(id);
    const { blank } = await this.goods(study.cloth.blankId, study.pressId, study.mediaId);
    const at = new Date().toISOString();
    const told = study.swatches.filter(tells);
    const confirmed = told.filter(({ aim }) => aim === 'confirm').length;
    const { peel } = proposeSettings(blank, {});
    await this.recipes.add([
      {
        id: recipeId,
        at,
        by,
        why: `Study ${study.number}: ${told.length} swatches${confirmed > 0 ? `, confirmed ${confirmed === 1 ? 'once' : `${confirmed} times`}` : ''}.`,
        studyId: id,
        settings: {
          blankId: blank.id,
          family: blank.family,
          surface: blank.surface,
          build: buildOf(blank),
          pressId: study.pressId,
          mediaId: study.mediaId,
          ...setting,
          peel: peel.value,
          good: 0,
          spoiled: 0,
          last: at,
          accepted: true,
        },
      },
    ]);
    await this.studies.transaction(async (trx) => {
      const kept = await this.kept(id, trx, true);
      await this.studies.save(id, { ...kept.body, result: { setting, recipeId, at, by } }, trx);
    });
    return this.study(id);
  }
}
