export * from './reading.js';
export * from './map.js';
export * from './zone.js';
export * from './equivalent.js';
export * from './check.js';
export * from './soak.js';
