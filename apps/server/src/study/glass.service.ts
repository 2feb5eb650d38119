import { Injectable } from '@nestjs/common';
import { PRESSURES } from '@kanga/core/blank';
import { studyInCode, TARGET, targetShapes } from '@kanga/core/measure';
import { truly } from '@kanga/core/study';
import type { Glass } from '@kanga/contract/blank';
import type { LaidCloth } from '@kanga/contract/study';
import { refuse } from '../http/index.js';
import { ScannerLine } from '../scanner/index.js';
import { StudyService } from './study.service.js';

/** Lays pressed swatches on the glass of the simulated scanner, which then shows them as they would look. */
@Injectable()
export class GlassService {
  constructor(
    private readonly studies: StudyService,
    private readonly scanner: ScannerLine,
  ) {}

  async lay(id: string, numbers: readonly number[]): Promise<Glass> {
    const study = await this.studies.study(id);
    const laid = study.swatches.filter(({ number, pressedAt }) => numbers.includes(number) && pressedAt !== null);
    if (laid.length === 0)
      throw refuse(422, 'study.none-pressed', 'None of these swatches is pressed yet', 'Press them first.');
    const { cloth, name, number: studyNumber } = study;
    const told: LaidCloth = {
      name,
      baseColour: cloth.baseColour,
      polyester: cloth.polyester,
      swatches: laid.map((swatch) => {
        const { temperature, dwell, pressure } = truly(swatch);
        return {
          shapes: targetShapes({ study: studyInCode(studyNumber), swatch: swatch.number }),
          width: TARGET.width,
          height: TARGET.height,
          temperature,
          dwell,
          pressure: PRESSURES.indexOf(pressure),
        };
      }),
    };
    await this.scanner.lay(told);
    return this.scanner.glass();
  }
}
