export type { Fault } from './faults.js';
export { Printer } from './printer.js';
