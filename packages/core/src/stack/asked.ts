import type { Blank } from '../blank/index.js';
import type { Severity } from '../finding/index.js';
import type { UnitPrinter } from '../units/index.js';
import type { StackPlan } from './plan.js';

/** What a check of a plan is made with. */
export interface Asked {
  plan: StackPlan;
  blank: Blank;
  print: UnitPrinter;
  add: (code: string, severity: Severity, title: string, why: string, remedy: string, waivable?: boolean) => void;
}
