export * from './overrides.js';
