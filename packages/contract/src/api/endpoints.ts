import Joi from 'joi';
import { artListQuerySchema, artPageSchema, artSchema, artSizeSchema, uploadQuerySchema } from '../art/index.js';
import { newEventsSchema, benchEventSchema } from '../bench/index.js';
import {
  blankChangeSchema,
  blankSchema,
  glassSchema,
  newBlankSchema,
  newBlanksSchema,
  scanQuerySchema,
} from '../blank/index.js';
import { idSchema, newWaiverSchema } from '../finding/index.js';
import {
  jobChangeSchema,
  jobFileSchema,
  jobSummarySchema,
  logEntrySchema,
  newApprovalSchema,
  newJobSchema,
  runPlanSchema,
} from '../job/index.js';
import { lookSchema, profileSchema, proofQuerySchema } from '../sheet/index.js';
import {
  mediaSchema,
  mediaWordsSchema,
  printerSchema,
  printerWordsSchema,
  settingsSchema,
  shopSchema,
} from '../shop/index.js';

/** One door of the server. Body and answer are a Joi schema, or a media type where bytes are streamed. */
export interface Endpoint {
  method: 'get' | 'post' | 'put' | 'delete';
  /** With `{name}` for parameters. */
  path: string;
  summary: string;
  params?: Record<string, Joi.Schema>;
  query?: Joi.ObjectSchema;
  body?: Joi.Schema | string;
  answer: Joi.Schema | string;
  status?: number;
}

const list = (schema: Joi.Schema) => Joi.array().items(schema);
const id = { id: idSchema.required() };
const healthSchema = Joi.object({
  ok: Joi.boolean().required(),
  database: Joi.string().required(),
  migrations: Joi.string().required(),
});

/** Every door of the server; `/api/docs` is generated from this list, and a test holds the routes against it. */
export const ENDPOINTS: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/health',
    summary: 'Whether the database answers and its migrations are current',
    answer: healthSchema,
  },
  { method: 'get', path: '/api/docs', summary: 'This description, OpenAPI 3.1', answer: Joi.object().unknown() },
  {
    method: 'get',
    path: '/api/clock',
    summary: 'The server’s time, for screens whose own clock is off',
    answer: Joi.object({ now: Joi.string().required() }),
  },
  { method: 'get', path: '/api/blanks', summary: 'The shelf of blanks', answer: list(blankSchema) },
  {
    method: 'post',
    path: '/api/blanks',
    summary: 'Put a measured blank on the shelf',
    body: newBlankSchema,
    answer: blankSchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/blanks/table',
    summary: 'Put many blanks on the shelf at once: all of them, or none',
    body: newBlanksSchema,
    answer: list(blankSchema),
    status: 201,
  },
  {
    method: 'put',
    path: '/api/blanks/{id}',
    summary: 'Change a blank; 409 when somebody saved it since',
    params: id,
    body: blankChangeSchema,
    answer: blankSchema,
  },
  {
    method: 'get',
    path: '/api/blanks/{id}/template/{side}',
    summary: 'The template of one side at true size, with a ruler to check it by',
    params: { ...id, side: Joi.number().integer().min(0).max(3).required() },
    answer: 'application/pdf',
  },
  { method: 'get', path: '/api/scanner', summary: 'What the scanner could scan now', answer: glassSchema },
  {
    method: 'get',
    path: '/api/scanner/scan',
    summary: 'A scan of the glass',
    query: scanQuerySchema,
    answer: 'image/png',
  },
  {
    method: 'get',
    path: '/api/art',
    summary: 'All pictures, newest first, or the one with a content',
    query: artListQuerySchema,
    answer: list(artSchema),
  },
  {
    method: 'post',
    path: '/api/art',
    summary: 'Upload a PNG, JPEG, WebP, TIFF, SVG or PDF: the file is the body',
    query: uploadQuerySchema,
    body: 'application/octet-stream',
    answer: artSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/art/{id}',
    summary: 'A picture with all that was read in it',
    params: id,
    answer: artSchema,
  },
  {
    method: 'post',
    path: '/api/art/{id}/pages',
    summary: 'Take another page of the same file as a picture',
    params: id,
    body: artPageSchema,
    answer: artSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/art/{id}/{size}',
    summary: 'A picture: thumb, preview or the original',
    params: { ...id, size: artSizeSchema.required() },
    answer: 'image/*',
  },
  {
    method: 'get',
    path: '/api/fonts/{font}/{subset}',
    summary: 'One cut of a font that ships with Kanga',
    params: { font: Joi.string().required(), subset: Joi.string().required() },
    answer: 'font/woff',
  },
  { method: 'get', path: '/api/jobs', summary: 'All jobs, open ones first', answer: list(jobSummarySchema) },
  { method: 'post', path: '/api/jobs', summary: 'Open a job', body: newJobSchema, answer: jobFileSchema, status: 201 },
  {
    method: 'post',
    path: '/api/jobs/ticket',
    summary: 'Import a job ticket: the zip is the body',
    body: 'application/zip',
    answer: jobFileSchema,
    status: 201,
  },
  { method: 'get', path: '/api/jobs/{id}', summary: 'A job with all it refers to', params: id, answer: jobFileSchema },
  {
    method: 'put',
    path: '/api/jobs/{id}',
    summary: 'Change a job’s choices; 409 when somebody saved it since',
    params: id,
    body: jobChangeSchema,
    answer: jobFileSchema,
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/waivers',
    summary: 'Knowingly waive a stop',
    params: id,
    body: newWaiverSchema,
    answer: jobFileSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/jobs/{id}/ticket',
    summary: 'The job as a ticket',
    params: id,
    answer: 'application/zip',
  },
  {
    method: 'get',
    path: '/api/jobs/{id}/sheet',
    summary: 'The print-ready PDF',
    params: id,
    answer: 'application/pdf',
  },
  {
    method: 'get',
    path: '/api/jobs/{id}/proof/{side}/{look}',
    summary: 'One side as it looks on paper, pressed, or through the printer’s profile, PNG',
    params: { ...id, side: Joi.number().integer().min(0).max(3).required(), look: lookSchema.required() },
    query: proofQuerySchema,
    answer: 'image/png',
  },
  {
    method: 'get',
    path: '/api/jobs/{id}/proof',
    summary: 'The customer proof, PDF',
    params: id,
    answer: 'application/pdf',
  },
  {
    method: 'get',
    path: '/api/proof-profile',
    summary: 'The ICC profile that proofs are looked at through',
    answer: profileSchema,
  },
  {
    method: 'post',
    path: '/api/proof-profile',
    summary: 'Give the ICC profile of the printer: the file is the body',
    query: uploadQuerySchema,
    body: 'application/octet-stream',
    answer: profileSchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/approval',
    summary: 'Record that the customer approved what was shown; 409 when it changed since',
    params: id,
    body: newApprovalSchema,
    answer: jobFileSchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/plan',
    summary: 'Freeze the plan and go to the press',
    params: id,
    answer: runPlanSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/jobs/{id}/events',
    summary: 'What happened at the press, oldest first',
    params: id,
    answer: list(benchEventSchema),
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/events',
    summary: 'Record what happened; an event sent twice counts once',
    params: id,
    body: newEventsSchema,
    answer: list(benchEventSchema),
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/close',
    summary: 'Close an inspected job',
    params: id,
    answer: jobFileSchema,
  },
  {
    method: 'get',
    path: '/api/log',
    summary: 'The newest pressings, planned against actual',
    answer: list(logEntrySchema),
  },
  { method: 'get', path: '/api/shop', summary: 'Settings, presses, printers and paper', answer: shopSchema },
  {
    method: 'put',
    path: '/api/shop/settings',
    summary: 'Change the settings',
    body: settingsSchema,
    answer: settingsSchema,
  },
  {
    method: 'put',
    path: '/api/shop/printers/{id}',
    summary: 'Save a printer; a new id adds one',
    params: id,
    body: printerWordsSchema,
    answer: printerSchema,
  },
  {
    method: 'delete',
    path: '/api/shop/printers/{id}',
    summary: 'Take a printer and its papers off the floor',
    params: id,
    answer: shopSchema,
  },
  {
    method: 'put',
    path: '/api/shop/media/{id}',
    summary: 'Save a paper; a new id adds one',
    params: id,
    body: mediaWordsSchema,
    answer: mediaSchema,
  },
  {
    method: 'delete',
    path: '/api/shop/media/{id}',
    summary: 'Take a paper off the floor',
    params: id,
    answer: shopSchema,
  },
  {
    method: 'post',
    path: '/api/shop/demo',
    summary: 'Throw everything away and load the demo shop',
    answer: shopSchema,
  },
];
