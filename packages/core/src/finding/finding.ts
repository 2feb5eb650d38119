import type { Rect } from '../geometry/index.js';

/** The six stages of a job, in order. */
export const STAGES = ['blank', 'art', 'sheet', 'stack', 'press', 'inspect'] as const;
export type Stage = (typeof STAGES)[number];

/** stop: blocks the next stage until mended or knowingly waived. fix: will likely cost quality. note: good to know. */
export type Severity = 'stop' | 'fix' | 'note';

/** The one type for every check, warning and safety caution. */
export interface Finding {
  /** Stable name of the check, `stage.what`; a waiver refers to it. */
  code: string;
  severity: Severity;
  title: string;
  why: string;
  remedy: string;
  /** The stage, or the shop itself, and where it can be pointed at: the side of the blank and the places on it, in the side's millimetres. */
  where: { stage: Stage | 'shop'; side?: number; marks?: Rect[] };
  /** False where going on makes no sense whoever says so: a job without a blank, a print that is not there. */
  waivable: boolean;
}

/** A stop that someone knowingly overruled. */
export interface Waiver {
  code: string;
  reason: string;
  at: string;
}

const RANK: Record<Severity, number> = { stop: 0, fix: 1, note: 2 };

/** Worst first; the order within one severity is kept. */
export const bySeverity = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => RANK[a.severity] - RANK[b.severity]);

/** The stops that still block: those that no waiver names, and those that no waiver can lift. */
export const blocking = (findings: readonly Finding[], waivers: readonly Waiver[]): Finding[] =>
  findings.filter((f) => f.severity === 'stop' && !(f.waivable && waivers.some((w) => w.code === f.code)));

/** What a finding is about: its check, the side and the places on it. Two with the same text about two sides are two. */
const about = ({ code, where: { stage, side, marks } }: Finding): string =>
  JSON.stringify([code, stage, side ?? null, (marks ?? []).map(({ x, y, width, height }) => [x, y, width, height])]);

/**
 * Findings with a key each, by which a list on a screen tells them apart however they come, go and change places: no two are alike, and none depends on the
 * others unless they are about the very same. O(n).
 */
export function keyed(findings: readonly Finding[]): { key: string; finding: Finding }[] {
  const times = new Map<string, number>();
  return findings.map((finding) => {
    const what = about(finding);
    const before = times.get(what) ?? 0;
    times.set(what, before + 1);
    return { key: before === 0 ? what : `${what} ${before}`, finding };
  });
}
