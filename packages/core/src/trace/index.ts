export * from './picture.js';
export * from './problem.js';
export * from './scan.js';
export * from './card.js';
export * from './photo.js';
export * from './resolution.js';
