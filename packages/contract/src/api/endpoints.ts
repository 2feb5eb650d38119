import Joi from 'joi';
import { artListQuerySchema, artPageSchema, artSchema, artSizeSchema, uploadQuerySchema } from '../art/index.js';
import { backupsSchema, demoResetSchema } from '../backup/index.js';
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
  archiveSchema,
  jobChangeSchema,
  jobFileSchema,
  packedJobFileSchema,
  repeatSchema,
  jobPageSchema,
  jobsQuerySchema,
  jobSummarySchema,
  newApprovalSchema,
  newJobSchema,
  runPlanSchema,
} from '../job/index.js';
import { swatchInPathSchema } from '../study/index.js';
import { ROUTES, type RouteName } from '../route/index.js';
import { lookSchema, profileSchema, proofQuerySchema, sheetNumberSchema } from '../sheet/index.js';
import { settingsSchema, shopSchema } from '../shop/index.js';
import { storageSchema } from '../tidy/index.js';
import { list, type Description, type Endpoint, type ValueOf } from './endpoint.js';
import { BENCH_ENDPOINTS } from './bench-endpoints.js';
import { DAY_ENDPOINTS } from './day-endpoints.js';
import { FLOOR_ENDPOINTS } from './floor-endpoints.js';
import { ORDER_ENDPOINTS } from './order-endpoints.js';
import { stockIdSchema } from '../stock/index.js';
import { labelSizeSchema } from '../pack/index.js';
import { PACK_ENDPOINTS } from './pack-endpoints.js';
import { PEOPLE_ENDPOINTS } from './people-endpoints.js';
import { STOCK_ENDPOINTS } from './stock-endpoints.js';
import { STUDY_ENDPOINTS } from './study-endpoints.js';

const healthSchema = Joi.object<{ ok: boolean; database: string; migrations: string }, true>({
  ok: Joi.boolean().required(),
  database: Joi.string().required(),
  migrations: Joi.string().required(),
});

/** What goes in and out at every door of the server; a route without its description does not compile. */
const DESCRIPTIONS = {
  health: { summary: 'Whether the database answers and its migrations are current', answer: healthSchema },
  metrics: { summary: 'What this server counts of itself, for Prometheus', answer: 'text/plain' },
  docs: { summary: 'This description, OpenAPI 3.1', answer: Joi.object().unknown() },
  clock: {
    summary: 'The server’s time, for screens whose own clock is off',
    answer: Joi.object<{ now: string }, true>({ now: Joi.string().required() }),
  },
  blanks: { summary: 'The shelf of blanks', answer: list(blankSchema) },
  addBlank: { summary: 'Put a measured blank on the shelf', body: newBlankSchema, answer: blankSchema },
  addBlanks: {
    summary: 'Put many blanks on the shelf at once: all of them, or none',
    body: newBlanksSchema,
    answer: list(blankSchema),
  },
  changeBlank: {
    summary: 'Change a blank; 409 when somebody saved it since',
    body: blankChangeSchema,
    answer: blankSchema,
  },
  blankTemplate: {
    summary: 'The template of one side at true size, with a ruler to check it by',
    answer: 'application/pdf',
  },
  glass: { summary: 'What the scanner could scan now', answer: glassSchema },
  scan: { summary: 'A scan of the glass', query: scanQuerySchema, answer: 'image/png' },
  arts: {
    summary: 'All pictures, newest first, or the one with a content',
    query: artListQuerySchema,
    answer: list(artSchema),
  },
  addArt: {
    summary: 'Upload a PNG, JPEG, WebP, TIFF, SVG or PDF: the file is the body',
    query: uploadQuerySchema,
    body: 'application/octet-stream',
    answer: artSchema,
  },
  art: { summary: 'A picture with all that was read in it', answer: artSchema },
  addArtPage: { summary: 'Take another page of the same file as a picture', body: artPageSchema, answer: artSchema },
  artPicture: { summary: 'A picture: thumb, preview or the original', answer: 'image/*' },
  fontCut: { summary: 'One cut of a font that ships with Kanga', answer: 'font/woff' },
  jobs: {
    summary:
      'A page of the jobs that are at hand, open ones by due day first, then the newest; or of another list; narrowed to what words are found in',
    query: jobsQuerySchema,
    answer: jobPageSchema,
  },
  archiveJob: { summary: 'Put a job away, or take it out again', body: archiveSchema, answer: jobSummarySchema },
  deleteJob: { summary: 'Delete a job; it can be taken back for thirty days', answer: jobSummarySchema },
  undeleteJob: { summary: 'Take a deleted job back', answer: jobSummarySchema },
  addJob: { summary: 'Open a job', body: newJobSchema, answer: jobFileSchema },
  importTicket: { summary: 'Import a job ticket: the zip is the body', body: 'application/zip', answer: jobFileSchema },
  job: { summary: 'A job with all it refers to', answer: jobFileSchema },
  packedJob: {
    summary: 'The same with its events in columns, as screens load it: shorter, and sooner read',
    answer: packedJobFileSchema,
  },
  changeJob: {
    summary: 'Change a job’s choices; 409 when somebody saved it since',
    body: jobChangeSchema,
    answer: jobFileSchema,
  },
  repeatJob: {
    summary: 'Open a job that does this one again, or some of its pieces',
    body: repeatSchema,
    answer: jobFileSchema,
  },
  waive: { summary: 'Knowingly waive a stop', body: newWaiverSchema, answer: jobFileSchema },
  ticket: { summary: 'The job as a ticket', answer: 'application/zip' },
  insert: { summary: 'What is cut from card to go inside the goods, as SVG', answer: 'image/svg+xml' },
  sheet: { summary: 'The print-ready PDF', answer: 'application/pdf' },
  proofPicture: {
    summary: 'One side as it looks on paper, pressed, or through the printer’s profile, PNG',
    query: proofQuerySchema,
    answer: 'image/png',
  },
  proof: { summary: 'The customer proof, PDF', answer: 'application/pdf' },
  profile: { summary: 'The ICC profile that proofs are looked at through', answer: profileSchema },
  setProfile: {
    summary: 'Give the ICC profile of the printer: the file is the body',
    query: uploadQuerySchema,
    body: 'application/octet-stream',
    answer: profileSchema,
  },
  approve: {
    summary: 'Record that the customer approved what was shown; 409 when it changed since',
    body: newApprovalSchema,
    answer: jobFileSchema,
  },
  freezePlan: { summary: 'Freeze the plan and go to the press', answer: runPlanSchema },
  pressCard: { summary: 'One page for the press, A5: the stack, the bed and the steps', answer: 'application/pdf' },
  closeJob: { summary: 'Close an inspected job', answer: jobFileSchema },
  shop: { summary: 'Settings, presses, printers and paper', answer: shopSchema },
  changeSettings: { summary: 'Change the settings', body: settingsSchema, answer: settingsSchema },
  ...BENCH_ENDPOINTS,
  ...FLOOR_ENDPOINTS,
  ...DAY_ENDPOINTS,
  ...ORDER_ENDPOINTS,
  ...PACK_ENDPOINTS,
  ...STOCK_ENDPOINTS,
  ...STUDY_ENDPOINTS,
  ...PEOPLE_ENDPOINTS,
  storage: { summary: 'What the data take, and what nothing uses', answer: storageSchema },
  tidy: { summary: 'Take away now what is due to go', answer: storageSchema },
  backups: { summary: 'The backups of the shop', answer: backupsSchema },
  addBackup: { summary: 'Make a backup now', answer: backupsSchema },
  loadDemo: {
    summary: 'Back up, then load the demo shop in the place of this one',
    body: demoResetSchema,
    answer: shopSchema,
  },
} satisfies Record<RouteName, Description>;

/** The parameters of paths, by their names. */
const PARAMETERS: Readonly<Record<string, Joi.Schema>> = {
  id: idSchema.required(),
  side: Joi.number().integer().min(0).max(3).required(),
  size: artSizeSchema.required(),
  look: lookSchema.required(),
  sheet: sheetNumberSchema,
  swatch: swatchInPathSchema,
  line: idSchema.required(),
  job: idSchema.required(),
  item: stockIdSchema.required(),
  label: labelSizeSchema,
  font: Joi.string().required(),
  subset: Joi.string().required(),
  key: Joi.string().max(1400).required(),
};

/** The parameters of a path with what each may be. */
const parametersOf = (path: string): Record<string, Joi.Schema> =>
  Object.fromEntries(
    Array.from(path.matchAll(/\{(\w+)\}/g), ([, name = '']) => {
      const schema = PARAMETERS[name];
      if (!schema) throw new Error(`${path}: what {${name}} may be is not described`);
      return [name, schema];
    }),
  );

/** Every door of the server; `/api/docs` is made from this list. */
export const ENDPOINTS: readonly Endpoint[] = (Object.keys(ROUTES) as RouteName[]).map((name) => ({
  name,
  ...ROUTES[name],
  params: parametersOf(ROUTES[name].path),
  ...DESCRIPTIONS[name],
}));

type Descriptions = typeof DESCRIPTIONS;
/** What a door answers. */
export type AnswerOf<N extends RouteName> = ValueOf<Descriptions[N]['answer']>;
/** What it is sent; never: nothing. */
export type BodyOf<N extends RouteName> = Descriptions[N] extends { body: infer Body } ? ValueOf<Body> : never;
/** What is asked behind the question mark; never: nothing. */
export type QueryOf<N extends RouteName> = Descriptions[N] extends { query: infer Query } ? ValueOf<Query> : never;
