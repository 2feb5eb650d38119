export * from './overrides.js';
export * from './proven.js';
