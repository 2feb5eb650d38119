export * from './finding.js';
export * from './decision.js';
