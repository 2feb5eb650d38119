export * from './place.js';
export * from './sections.js';
