import type { Finding, Stage } from '@kanga/core/finding';
import type { Problem } from '@kanga/contract/finding';

/** A refusal of the server as a finding, so that the interface warns in one way only. */
export const findingOf = (problem: Problem, stage: Stage): Finding => ({
  code: problem.code,
  severity: 'stop',
  title: problem.title,
  why: problem.faults.length > 0 ? problem.faults.map((fault) => fault.message).join(' ') : problem.title,
  remedy: problem.remedy,
  where: { stage },
  waivable: false,
});
