import { Body, Controller } from '@nestjs/common';
import { usedClothSchema, type TestCloth, type UsedCloth } from '@kanga/contract/inspect';
import { refuse, Route, Valid } from '../http/index.js';
import { ClothRepository } from './cloth.repository.js';

@Controller()
export class ClothController {
  constructor(private readonly cloth: ClothRepository) {}

  @Route('testCloth')
  kept(): Promise<TestCloth[]> {
    return this.cloth.kept();
  }

  @Route('useTestCloth')
  async used(@Body(new Valid(usedClothSchema)) { id, blankId, by }: UsedCloth): Promise<TestCloth[]> {
    if (!(await this.cloth.use(id, blankId, by)))
      throw refuse(
        409,
        'cloth.none',
        'No spoiled piece of this blank is kept any more',
        'Take a fresh one, or another cloth.',
      );
    return this.cloth.kept();
  }
}
