export * from './event.js';
export * from './state.js';
