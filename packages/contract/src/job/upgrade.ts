import { edgeKeepOut, NO_LIMITS, type Blank, type Edge, type KeepOut } from '@kanga/core/blank';
import type { Placement, SideDesign } from '@kanga/core/art';
import type { Outline } from '@kanga/core/geometry';
import { USUAL_SHEET } from '@kanga/core/sheet';
import { openEdges, USUAL_PRESS, type Press } from '@kanga/core/shop';
import type { StepKind, StepPlace } from '@kanga/core/stack';

/** A blank as it was written before sides had outlines of their own. */
export interface BlankBefore {
  id: string;
  name: string;
  family: Blank['family'];
  builtIn: boolean;
  fibre: Blank['fibre'];
  baseColour: string;
  surface: Blank['surface'];
  layers: 1 | 2;
  thickness: number;
  outline: Outline;
  sides: string[];
  style: Blank['style'];
  jig: string | null;
  keepOuts: { kind: KeepOut['kind']; edge: Edge; clearance: number }[];
}

/** Whether a blank is one of before: then its sides are names alone. */
export const isBefore = (blank: unknown): blank is BlankBefore =>
  Array.isArray((blank as BlankBefore | null)?.sides) && typeof (blank as BlankBefore).sides[0] === 'string';

/** The same blank as it is written now; nothing is lost, what was not known then is left open. */
export const upgradeBlank = (before: BlankBefore): Blank => ({
  id: before.id,
  version: 1,
  name: before.name,
  family: before.family,
  builtIn: before.builtIn,
  archived: false,
  range: null,
  size: null,
  fibre: before.fibre,
  baseColour: before.baseColour,
  surface: before.surface,
  construction: {
    make: before.surface === 'long pile' ? 'pile' : 'knit',
    pileHeight: 0,
    foamCore: before.family === 'neoprene',
    coated: false,
  },
  layers: Array.from({ length: before.layers }, () => before.thickness),
  sides: before.sides.map((name) => ({
    name,
    outline: before.outline,
    keepOuts: before.keepOuts.map(({ kind, edge, clearance }) => edgeKeepOut(before.outline, kind, edge, clearance)),
  })),
  style: before.style,
  wrap: null,
  safe: null,
  jig: before.jig,
  jigs: null,
  makersSheet: null,
  weight: null,
  cost: null,
  stock: null,
});

/** The one picture of before as a design: on the first side, the same on all others. */
const upgradeDesign = (artId: string | null, placement: Placement | null): SideDesign[] =>
  artId === null
    ? []
    : [
        {
          fill: 'own',
          items: [{ kind: 'picture', id: 'picture', artId, placement, repeat: 'once', mirroredInFile: false }],
        },
      ];

type Plain = Record<string, unknown>;
const NEW_FACTS = { maps: null, vector: false, profile: null };

interface Written {
  formatVersion?: unknown;
  file?: Plain;
}
const written = (ticket: unknown): Written => (ticket ?? {}) as Written;

/** Of format 1: a job had one picture, and blanks had one outline. */
function fromOne(ticket: Written): Written {
  const { art, job, plan, blank, ...rest } = ticket.file as {
    art?: Plain | null;
    job?: Plain;
    plan?: Plain | null;
    blank?: unknown;
  };
  const { artId, placement, ...kept } = job ?? {};
  const blankNow = (one: unknown) => (isBefore(one) ? upgradeBlank(one) : one);
  return {
    ...ticket,
    formatVersion: 2,
    file: {
      ...rest,
      job: {
        ...kept,
        design: upgradeDesign((artId ?? null) as string | null, (placement ?? null) as Placement | null),
        run: null,
        approval: null,
      },
      blank: blankNow(blank),
      arts: art ? [{ ...art, page: 1, pages: 1, facts: { ...(art['facts'] as Plain), ...NEW_FACTS } }] : [],
      plan: plan ? { ...plan, blank: blankNow(plan['blank']) } : (plan ?? null),
    },
  };
}

/** A press as it was written before it was checked. */
const pressNow = (press: Plain): Plain => ({
  open: openEdges(press['kind'] as Press['kind']),
  check: null,
  ...press,
});

/** Of format 2: nobody could choose how transfers lie on the paper, and presses were not checked. */
function fromTwo(ticket: Written): Written {
  const { job, plan } = (ticket.file ?? {}) as { job?: Plain; plan?: Plain | null };
  return {
    ...ticket,
    formatVersion: 3,
    file: {
      ...ticket.file,
      job: { ...job, sheet: USUAL_SHEET },
      plan: plan ? { ...plan, press: pressNow((plan['press'] ?? {}) as Plain) } : (plan ?? null),
    },
  };
}

/** A blank as it was written before its maker's limits and the number of its jigs were known. */
const blankNow = (blank: Plain): Plain => {
  const sheet = blank['makersSheet'] as Plain | null | undefined;
  return { jigs: null, ...blank, makersSheet: sheet ? { limits: NO_LIMITS, ...sheet } : (sheet ?? null) };
};

/** Where the steps of before were done; all others were done at the table. */
const PLACES: Partial<Record<StepKind, StepPlace>> = {
  'pre-press': 'press',
  press: 'press',
  move: 'press',
  turn: 'press',
  peel: 'press',
  cool: 'rack',
};
const stepNow = (step: Plain): Plain => {
  const at = PLACES[step['kind'] as StepKind] ?? 'table';
  return { at, hands: at === 'rack' ? 0 : 1, takes: 10, look: '', caution: null, ...step };
};

/** A plan as it was frozen before beds were kept with it, as one of today's; a plan of today is given back as it is. */
export function upgradePlan(plan: Plain): Plain {
  if (!('layers' in plan)) return plan;
  const { layers, ...kept } = plan;
  return {
    ...kept,
    blank: blankNow((kept['blank'] ?? {}) as Plain),
    press: { ...USUAL_PRESS, ...((kept['press'] ?? {}) as Plain) },
    atOnce: 1,
    paper: null,
    house: null,
    sides: [{ layers, bed: null }],
    steps: ((kept['steps'] ?? []) as Plain[]).map(stepNow),
  };
}

/** An event as it was written when pieces went through the steps one by one, and nobody said who did it; one of today is given back as it is. */
function upgradeEvent(event: Plain): Plain {
  if ('by' in event) return event;
  const { piece, ...rest } = event;
  if (event['kind'] === 'undo') return { ...event, by: null };
  if (event['kind'] !== 'verdict') return { ...rest, bed: piece, by: null };
  return { ...event, by: null, ...(event['verdict'] === 'spoiled' ? { spot: null, photo: null } : {}) };
}

/** Of format 3: presses had no opening, blanks no limits, and plans did not say how goods lay on the plate. */
function fromThree(ticket: Written): Written {
  const { blank, plan, events } = (ticket.file ?? {}) as {
    blank?: Plain | null;
    plan?: Plain | null;
    events?: Plain[];
  };
  return {
    ...ticket,
    formatVersion: 4,
    file: {
      ...ticket.file,
      blank: blank ? blankNow(blank) : (blank ?? null),
      plan: plan ? upgradePlan(plan) : (plan ?? null),
      events: (events ?? []).map(upgradeEvent),
    },
  };
}

/** Of format 4: only the first side was laid by hand. */
function fromFour(ticket: Written): Written {
  const { job } = (ticket.file ?? {}) as { job?: Plain };
  const { place, ...overrides } = (job?.['overrides'] ?? {}) as Plain;
  return {
    ...ticket,
    formatVersion: 5,
    file: { ...ticket.file, job: { ...job, overrides: place ? { ...overrides, places: [place] } : overrides } },
  };
}

/** A ticket of an earlier format as one of today's; anything else is given back as it is, for the door to judge. */
export function upgradeTicket(ticket: unknown): unknown {
  let now = written(ticket);
  if (!now.file) return ticket;
  if (now.formatVersion === 1) now = fromOne(now);
  if (now.formatVersion === 2) now = fromTwo(now);
  if (now.formatVersion === 3) now = fromThree(now);
  if (now.formatVersion === 4) now = fromFour(now);
  return now;
}
