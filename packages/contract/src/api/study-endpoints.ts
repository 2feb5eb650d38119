import { glassSchema } from '../blank/index.js';
import {
  layClothSchema,
  newAnswerSchema,
  newReadingsSchema,
  newResultSchema,
  newStudySchema,
  newSwatchesSchema,
  studyChangeSchema,
  studySchema,
  swatchChangeSchema,
} from '../study/index.js';
import { list, type Descriptions } from './endpoint.js';

/** The doors of dial-in. */
export const STUDY_ENDPOINTS = {
  studies: { summary: 'Studies, the one that something happened to last first', answer: list(studySchema) },
  addStudy: { summary: 'Begin a study; the same id again changes nothing', body: newStudySchema, answer: studySchema },
  study: { summary: 'One study with its swatches', answer: studySchema },
  changeStudy: {
    summary: 'Change what a study looks for; 409 when somebody saved it since',
    body: studyChangeSchema,
    answer: studySchema,
  },
  addSwatches: {
    summary: 'Plan swatches, or enter some that were pressed elsewhere; planned twice they are planned once',
    body: newSwatchesSchema,
    answer: studySchema,
  },
  changeSwatch: { summary: 'Say what became of a swatch', body: swatchChangeSchema, answer: studySchema },
  addReadings: { summary: 'Keep what was read off the cloth', body: newReadingsSchema, answer: studySchema },
  addAnswer: {
    summary: 'Which of two swatches is better, as somebody saw; the same id again counts once',
    body: newAnswerSchema,
    answer: studySchema,
  },
  setResult: {
    summary: 'Make a setting the recipe, with the study as its evidence',
    body: newResultSchema,
    answer: studySchema,
  },
  layCloth: {
    summary: 'Lay pressed swatches on the glass of the simulated scanner',
    body: layClothSchema,
    answer: glassSchema,
  },
} satisfies Descriptions;
