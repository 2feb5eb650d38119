export * from './border.js';
export * from './cloth.js';
export * from './empty.js';
export * from './findings.js';
export * from './ledger.js';
export * from './line.js';
export * from './motif.js';
export * from './problem-finding.js';
