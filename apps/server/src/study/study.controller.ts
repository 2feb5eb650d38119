import { Body, Controller, Param } from '@nestjs/common';
import type { Study, StudyChange } from '@kanga/core/study';
import type { Glass } from '@kanga/contract/blank';
import { idSchema } from '@kanga/contract/finding';
import {
  layClothSchema,
  newAnswerSchema,
  newReadingsSchema,
  newResultSchema,
  newStudySchema,
  newSwatchesSchema,
  studyChangeSchema,
  swatchChangeSchema,
  swatchInPathSchema,
  type NewAnswer,
  type NewReadings,
  type NewResult,
  type NewStudy,
  type NewSwatches,
  type SwatchChange,
} from '@kanga/contract/study';
import { Route, Valid } from '../http/index.js';
import { GlassService } from './glass.service.js';
import { StudyService } from './study.service.js';

const ID = new Valid(idSchema);

@Controller()
export class StudyController {
  constructor(
    private readonly studies: StudyService,
    private readonly glass: GlassService,
  ) {}

  @Route('studies')
  list(): Promise<Study[]> {
    return this.studies.list();
  }

  @Route('addStudy')
  begin(@Body(new Valid(newStudySchema)) sent: NewStudy): Promise<Study> {
    return this.studies.begin(sent);
  }

  @Route('study')
  study(@Param('id', ID) id: string): Promise<Study> {
    return this.studies.study(id);
  }

  @Route('changeStudy')
  change(@Param('id', ID) id: string, @Body(new Valid(studyChangeSchema)) sent: StudyChange): Promise<Study> {
    return this.studies.change(id, sent);
  }

  @Route('addSwatches')
  plan(@Param('id', ID) id: string, @Body(new Valid(newSwatchesSchema)) sent: NewSwatches): Promise<Study> {
    return this.studies.plan(id, sent);
  }

  @Route('changeSwatch')
  say(
    @Param('id', ID) id: string,
    @Param('swatch', new Valid(swatchInPathSchema)) swatch: string,
    @Body(new Valid(swatchChangeSchema)) sent: SwatchChange,
  ): Promise<Study> {
    return this.studies.say(id, Number(swatch), sent);
  }

  @Route('addReadings')
  read(@Param('id', ID) id: string, @Body(new Valid(newReadingsSchema)) sent: NewReadings): Promise<Study> {
    return this.studies.keepReadings(id, sent);
  }

  @Route('addAnswer')
  answer(@Param('id', ID) id: string, @Body(new Valid(newAnswerSchema)) sent: NewAnswer): Promise<Study> {
    return this.studies.answer(id, sent);
  }

  @Route('setResult')
  accept(@Param('id', ID) id: string, @Body(new Valid(newResultSchema)) sent: NewResult): Promise<Study> {
    return this.studies.accept(id, sent);
  }

  @Route('layCloth')
  lay(
    @Param('id', ID) id: string,
    @Body(new Valid(layClothSchema)) { swatches }: { swatches: number[] },
  ): Promise<Glass> {
    return this.glass.lay(id, swatches);
  }
}
