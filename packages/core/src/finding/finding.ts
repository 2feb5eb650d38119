import type { Rect } from '../geometry/index.js';

/** The seven stages of a job, in order. */
export const STAGES = ['blank', 'art', 'sheet', 'stack', 'press', 'inspect', 'pack'] as const;
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
  /**
   * The stage, or the shop itself, and where it can be pointed at: the side of the blank and the places on it, in the side's millimetres. `sideName`: what that
   * side is called, where the same check speaks of several.
   */
  where: { stage: Stage | 'shop'; side?: number; sideName?: string; marks?: Rect[] };
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

/** Findings that say the same of several sides or places, said once. */
export interface FindingGroup {
  /** By it a list on a screen tells them apart however they come, go and change places. */
  key: string;
  /** At least one; the first stands for all. */
  findings: [Finding, ...Finding[]];
  /** The sides that are spoken of by name, in order, each once. */
  sides: string[];
}

/**
 * Findings of the same check that say the same, together; the order of the first of each is kept. No two groups have one key, and none depends on the others.
 * O(n).
 */
export function grouped(findings: readonly Finding[]): FindingGroup[] {
  const groups = new Map<string, FindingGroup>();
  for (const finding of findings) {
    const { code, severity, title, where } = finding;
    const key = JSON.stringify([code, where.stage, severity, title]);
    const group: FindingGroup = groups.get(key) ?? { key, findings: [finding], sides: [] };
    if (groups.has(key)) group.findings.push(finding);
    groups.set(key, group);
    if (where.sideName !== undefined && !group.sides.includes(where.sideName)) group.sides.push(where.sideName);
  }
  return [...groups.values()];
}

/** What a finding says, with the side it is about where several are spoken of. */
export const titleOf = ({ title, where }: Pick<Finding, 'title' | 'where'>): string =>
  where.sideName === undefined ? title : `${title} · ${where.sideName}`;
