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
import { newRecipeSchema, provenSchema, recipeFileSchema, recipeSchema, recipesTakenSchema } from '../stack/index.js';
import { id, list, type Endpoint } from './endpoint.js';

const words = Joi.array().items(Joi.string()).required();

/** The doors of the bench and of what is learned there: what happens at the presses, the log, the recipe book. */
export const BENCH_ENDPOINTS: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/bench',
    summary: 'The jobs that are at a press, the one that something happened to last first',
    answer: list(runAtPressSchema),
  },
  {
    method: 'get',
    path: '/api/bench/live',
    summary: 'What happens at the presses, as server-sent events',
    answer: 'text/event-stream',
  },
  {
    method: 'get',
    path: '/api/jobs/{id}/actuals',
    summary: 'What plates read while the clocks of a job ran',
    params: id,
    answer: list(actualCourseSchema),
  },
  {
    method: 'post',
    path: '/api/shop/presses/{id}/set-point',
    summary: 'Set the controller of a press',
    params: id,
    body: setPointSchema,
    answer: pressNowSchema,
  },
  {
    method: 'post',
    path: '/api/shop/presses/{id}/lever',
    summary: 'Close or open the simulated press',
    params: id,
    body: leverSchema,
    answer: pressNowSchema,
  },
  {
    method: 'get',
    path: '/api/recipes',
    summary: 'The recipe book: the newest recipe of each blank, press and paper',
    answer: list(recipeSchema),
  },
  {
    method: 'post',
    path: '/api/recipes',
    summary: 'Accept settings as the recipe; the same id again changes nothing',
    body: newRecipeSchema,
    answer: list(recipeSchema),
    status: 201,
  },
  {
    method: 'get',
    path: '/api/recipes/export',
    summary: 'The recipe book as a file, by the names of things',
    answer: recipeFileSchema,
  },
  {
    method: 'post',
    path: '/api/recipes/import',
    summary: 'Take recipes of another shop, for what has the same names here',
    body: recipeFileSchema,
    answer: recipesTakenSchema,
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/photos',
    summary: 'Keep a photograph of what was found',
    params: id,
    body: 'application/octet-stream',
    answer: Joi.object({ id: idSchema.required() }),
    status: 201,
  },
  {
    method: 'get',
    path: '/api/photos/{id}',
    summary: 'A photograph',
    params: id,
    answer: 'image/jpeg',
  },
  {
    method: 'get',
    path: '/api/test-cloth',
    summary: 'Spoiled garments that are kept for tests',
    answer: list(testClothSchema),
  },
  {
    method: 'post',
    path: '/api/test-cloth/used',
    summary: 'One of them was used; the same id again counts once',
    body: usedClothSchema,
    answer: list(testClothSchema),
  },
  {
    method: 'get',
    path: '/api/log/names',
    summary: 'What the log can be narrowed to',
    answer: Joi.object({ presses: words, blanks: words, people: words }),
  },
  {
    method: 'get',
    path: '/api/log/export',
    summary: 'The log, narrowed as it is asked for, as a table or as JSON',
    query: logExportSchema,
    answer: 'text/csv',
  },
  {
    method: 'get',
    path: '/api/log',
    summary: 'Pressings, newest first, planned against actual, narrowed as it is asked for, page by page',
    query: logQuerySchema,
    answer: logPageSchema,
  },
  {
    method: 'get',
    path: '/api/jobs/{id}/events',
    summary: 'What happened at the press, oldest first, from an entry on',
    params: id,
    query: sinceSchema,
    answer: happenedSchema,
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/events',
    summary: 'Record what happened; an event sent twice counts once. Answers what the sender does not know yet',
    params: id,
    body: newEventsSchema,
    answer: happenedSchema,
  },
  {
    method: 'get',
    path: '/api/outcomes',
    summary: 'What came of the runs of so many days',
    query: outcomesQuerySchema,
    answer: outcomesSchema,
  },
  {
    method: 'get',
    path: '/api/proven',
    summary: 'Settings that were pressed in this shop, and what came of them',
    answer: list(provenSchema),
  },
];
