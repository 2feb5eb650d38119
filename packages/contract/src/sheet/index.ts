export * from './gap.js';
export * from './proof.js';
export * from './choices.js';
export * from './print.js';
