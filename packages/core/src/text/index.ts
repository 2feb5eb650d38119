export * from './face.js';
export * from './fonts.js';
export * from './line.js';
