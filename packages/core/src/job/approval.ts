import { hashOf } from '../finding/index.js';
import type { JobFile } from './job.js';

/** Everything a customer sees on a proof, as one short text: art, its places, words and names, the goods and their colour. */
export function fingerprintOf({ job, blank, arts }: Pick<JobFile, 'job' | 'blank' | 'arts'>): string {
  const seen = {
    design: job.design,
    run: job.run,
    bleed: job.bleed,
    blank: blank && { sides: blank.sides, baseColour: blank.baseColour, fibre: blank.fibre },
    arts: arts.map((art) => [art.sha256, art.page]),
  };
  return hashOf(JSON.stringify(sorted(seen)));
}

/** The same value with the keys of every object in order: how it was stored does not matter. */
const sorted = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(sorted);
  if (value === null || typeof value !== 'object') return value;
  const entries = Object.entries(value).map(([key, inner]): [string, unknown] => [key, sorted(inner)]);
  return Object.fromEntries(entries.sort(([one], [other]) => (one < other ? -1 : 1)));
};

/** Whether the customer has approved what stands now; `void` when something changed since. */
export const approvalState = (file: Pick<JobFile, 'job' | 'blank' | 'arts'>): 'none' | 'approved' | 'void' => {
  const { approval } = file.job;
  if (!approval) return 'none';
  return approval.fingerprint === fingerprintOf(file) ? 'approved' : 'void';
};
