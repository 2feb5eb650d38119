export * from './srgb.js';
export * from './lab.js';
export * from './dye.js';
