export * from './chart.js';
export * from './settings.js';
export * from './layers.js';
export * from './steps.js';
export * from './plan.js';
export * from './press-bed.js';
export * from './cut-list.js';
