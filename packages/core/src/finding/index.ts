export * from './finding.js';
export * from './decision.js';
export * from './hash.js';
