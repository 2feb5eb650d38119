export * from './place.js';
export * from './sections.js';
export * from './cover.js';
