export {
  blocking,
  bySeverity,
  type Finding,
  type FindingGroup,
  grouped,
  type Severity,
  type Stage,
  STAGES,
  titleOf,
  type Waiver,
} from './finding.js';
export { type Confidence, type Decision, type NotTaken, overrule, type Source } from './decision.js';
export { hashOf } from './hash.js';
