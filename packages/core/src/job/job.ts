import type { Batch } from '../inspect/index.js';
import type { Art, RunRow, SideDesign } from '../art/index.js';
import type { BenchEvent } from '../bench/index.js';
import type { Blank, Process } from '../blank/index.js';
import type { Stage, Waiver } from '../finding/index.js';
import type { SheetChoices } from '../sheet/index.js';
import type { HouseRules, Media, Press, Printer } from '../shop/index.js';
import type { Layer, Overrides, PressBed, PressSettings, Proven, Step } from '../stack/index.js';

/** A customer's word on a proof, and what exactly was shown. */
export interface Approval {
  by: string;
  /** ISO 8601. */
  at: string;
  /** The fingerprint of what was approved: another one voids it. */
  fingerprint: string;
}

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
  /** What is printed on each side, by its place among the blank's sides; a side that is not listed is empty. */
  design: SideDesign[];
  /** The run of names that fills the fields of the text; null: all pieces are alike. Its counts make up `pieces`. */
  run: RunRow[] | null;
  mediaId: string | null;
  gap: number | null;
  /** How the transfers lie on the paper. */
  sheet: SheetChoices;
  pressId: string | null;
  overrides: Overrides;
  waivers: Waiver[];
  /** The customer's word on the last proof; null: none yet. */
  approval: Approval | null;
  createdAt: string;
  updatedAt: string;
  closedAt: string | null;
  /** It carries a swatch of a study to the press; left out: it is a job of its own. */
  study?: { id: string; swatch: number };
  /** The order and the line that it is a size of, and whether its design is that of the line; `again`: it makes up for spoiled pieces of a size. Left out: it stands for itself. */
  order?: { id: string; line: string; follows: boolean; again?: true };
}

/** A plan as it went to the press; it never changes afterwards. */
export interface RunPlan {
  frozenAt: string;
  pieces: number;
  /** Pieces that go through the steps together: a pair on jigs, several on one plate. */
  atOnce: number;
  blank: Blank;
  press: Press;
  /** The paper that the transfers were planned on; null: plans of before did not say. */
  paper: { id: string; name: string } | null;
  /** The schools that the house followed; null: plans of before did not say. */
  house: HouseRules | null;
  settings: PressSettings;
  /** For each side: its layers, and how it lies; null: plans of before did not say. */
  sides: { layers: Layer[]; bed: PressBed | null }[];
  steps: Step[];
  /** What the dial was to be set to, °C; plans of before did not say. */
  dial?: number;
  /** Whether whoever presses is asked if the plate is hot, where nothing measures it; plans of before did not ask. */
  heatAsked?: boolean;
  /** By what it was decorated; left out: by dye. */
  process?: Process;
  /** The batches that it is made of, as far as anybody wrote them down; plans of before did not say. */
  batches?: Batch[];
}

/** A job with everything it refers to. */
export interface JobFile {
  job: Job;
  blank: Blank | null;
  /** Every picture that the design names. */
  arts: Art[];
  plan: RunPlan | null;
  events: BenchEvent[];
  /** Pieces of it that lie in a bag; left out: nobody asked. */
  bagged?: number;
}

/** What the shop has to choose from. */
export interface ShopFloor {
  /** The schools that the house follows; left out: the usual ones. */
  house?: HouseRules;
  /** Activation energy, kJ/mol; left out: the usual one. */
  energy?: number;
  /** What came of earlier runs; left out: nothing is proven. */
  proven?: readonly Proven[];
  presses: Press[];
  printers: Printer[];
  media: Media[];
}

export const PIECES_LIMITS = { least: 1, most: 5000 };

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
  'design',
  'run',
  'mediaId',
  'gap',
  'sheet',
  'pressId',
  'overrides',
] as const satisfies readonly (keyof Job)[];
export type JobChange = Pick<Job, (typeof CHANGEABLE)[number]>;

/** The choices of a job alone, as a save sends them. */
export const changeOf = (job: Job): JobChange =>
  Object.fromEntries(CHANGEABLE.map((key) => [key, job[key]])) as JobChange;
