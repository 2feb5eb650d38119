import Joi from 'joi';
import {
  actualCourseSchema,
  happenedSchema,
  leverSchema,
  newEventsSchema,
  pressNowSchema,
  runAtPressSchema,
  setPointSchema,
  sinceSchema,
} from '../bench/index.js';
import { idSchema } from '../finding/index.js';
import { outcomesQuerySchema, outcomesSchema, testClothSchema, usedClothSchema } from '../inspect/index.js';
import { logExportSchema, logPageSchema, logQuerySchema } from '../job/index.js';
import { provenSchema } from '../stack/index.js';
import { newRecipeSchema, recipeFileSchema, recipeSchema, recipesTakenSchema } from '../recipe/index.js';
import { list, type Descriptions } from './endpoint.js';

const words = Joi.array<string[]>().items(Joi.string()).required();

/** The doors of the bench and of what is learned there: what happens at the presses, the log, the recipe book. */
export const BENCH_ENDPOINTS = {
  bench: {
    summary: 'The jobs that are at a press, the one that something happened to last first',
    answer: list(runAtPressSchema),
  },
  live: { summary: 'What happens at the presses, as server-sent events', answer: 'text/event-stream' },
  actuals: { summary: 'What plates read while the clocks of a job ran', answer: list(actualCourseSchema) },
  setPlate: { summary: 'Set the controller of a press', body: setPointSchema, answer: pressNowSchema },
  moveLever: { summary: 'Close or open the simulated press', body: leverSchema, answer: pressNowSchema },
  recipes: { summary: 'The recipe book: the newest recipe of each blank, press and paper', answer: list(recipeSchema) },
  addRecipe: {
    summary: 'Accept settings as the recipe; the same id again changes nothing',
    body: newRecipeSchema,
    answer: list(recipeSchema),
  },
  exportRecipes: { summary: 'The recipe book as a file, by the names of things', answer: recipeFileSchema },
  importRecipes: {
    summary: 'Take recipes of another shop, for what has the same names here',
    body: recipeFileSchema,
    answer: recipesTakenSchema,
  },
  addPhoto: {
    summary: 'Keep a photograph of what was found',
    body: 'application/octet-stream',
    answer: Joi.object<{ id: string }, true>({ id: idSchema.required() }),
  },
  photo: { summary: 'A photograph', answer: 'image/jpeg' },
  testCloth: { summary: 'Spoiled garments that are kept for tests', answer: list(testClothSchema) },
  useTestCloth: {
    summary: 'One of them was used; the same id again counts once',
    body: usedClothSchema,
    answer: list(testClothSchema),
  },
  logNames: {
    summary: 'What the log can be narrowed to',
    answer: Joi.object<{ presses: string[]; blanks: string[]; people: string[] }, true>({
      presses: words,
      blanks: words,
      people: words,
    }),
  },
  exportLog: {
    summary: 'The log, narrowed as it is asked for, as a table or as JSON',
    query: logExportSchema,
    answer: 'text/csv',
  },
  log: {
    summary: 'Pressings, newest first, planned against actual, narrowed as it is asked for, page by page',
    query: logQuerySchema,
    answer: logPageSchema,
  },
  events: {
    summary: 'What happened at the press, oldest first, from an entry on',
    query: sinceSchema,
    answer: happenedSchema,
  },
  addEvents: {
    summary: 'Record what happened; an event sent twice counts once. Answers what the sender does not know yet',
    body: newEventsSchema,
    answer: happenedSchema,
  },
  outcomes: { summary: 'What came of the runs of so many days', query: outcomesQuerySchema, answer: outcomesSchema },
  settingsSheet: {
    summary: 'The settings of all goods on all presses, a sheet for the wall',
    answer: 'application/pdf',
  },
  proven: { summary: 'Settings that were pressed in this shop, and what came of them', answer: list(provenSchema) },
} satisfies Descriptions;
