export * from './faults.js';
export * from './tally.js';
