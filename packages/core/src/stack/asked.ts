import type { Blank } from '../blank/index.js';
import type { Finding, Severity } from '../finding/index.js';
import type { UnitPrinter } from '../units/index.js';
import type { StackPlan } from './plan.js';

/** What a check of a plan is made with. */
export interface Asked {
  plan: StackPlan;
  blank: Blank;
  print: UnitPrinter;
  add: (code: string, severity: Severity, title: string, why: string, remedy: string, waivable?: boolean) => void;
}

/** What is said of a plan, as its finding. */
export const stackFinding = (
  ...[code, severity, title, why, remedy, waivable = true]: Parameters<Asked['add']>
): Finding => ({ code, severity, title, why, remedy, where: { stage: 'stack' }, waivable });
