export * from './gap.js';
export * from './proof.js';
