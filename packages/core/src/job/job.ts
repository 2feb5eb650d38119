import type { Art, Placement } from '../art/index.js';
import type { BenchEvent } from '../bench/index.js';
import type { Blank } from '../blank/index.js';
import type { Stage, Waiver } from '../finding/index.js';
import type { Media, Press, Printer } from '../shop/index.js';
import type { Layer, Overrides, PressSettings, Step } from '../stack/index.js';

/** The ticket: what was chosen at each stage. A null choice means that Kanga's proposal stands. */
export interface Job {
  id: string;
  /** The number on labels, counted by the shop. */
  number: number;
  name: string;
  customer: string;
  /** ISO 8601 day. */
  due: string | null;
  pieces: number;
  status: 'open' | 'closed';
  /** The furthest stage it has come to. */
  reached: Stage;
  /** Counts saves; a save must name the version it changes. */
  version: number;
  blankId: string | null;
  bleed: number | null;
  artId: string | null;
  placement: Placement | null;
  mediaId: string | null;
  gap: number | null;
  pressId: string | null;
  overrides: Overrides;
  waivers: Waiver[];
  createdAt: string;
  updatedAt: string;
  closedAt: string | null;
}

/** A plan as it went to the press; it never changes afterwards. */
export interface RunPlan {
  frozenAt: string;
  pieces: number;
  blank: Blank;
  press: Press;
  settings: PressSettings;
  layers: Layer[];
  steps: Step[];
}

/** A job with everything it refers to. */
export interface JobFile {
  job: Job;
  blank: Blank | null;
  art: Art | null;
  plan: RunPlan | null;
  events: BenchEvent[];
}

/** What the shop has to choose from. */
export interface ShopFloor {
  presses: Press[];
  printers: Printer[];
  media: Media[];
}

export const PIECES_LIMITS = { least: 1, most: 500 };

/** What a save may change of a job: its choices. `version` names the save it starts from. */
export const CHANGEABLE = [
  'name',
  'customer',
  'due',
  'pieces',
  'reached',
  'version',
  'blankId',
  'bleed',
  'artId',
  'placement',
  'mediaId',
  'gap',
  'pressId',
  'overrides',
] as const satisfies readonly (keyof Job)[];
export type JobChange = Pick<Job, (typeof CHANGEABLE)[number]>;

/** The choices of a job alone, as a save sends them. */
export const changeOf = (job: Job): JobChange =>
  Object.fromEntries(CHANGEABLE.map((key) => [key, job[key]])) as JobChange;
