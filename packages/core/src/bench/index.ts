export * from './actual.js';
export * from './clock.js';
export * from './event.js';
export * from './lever.js';
export * from './running.js';
export * from './state.js';
export * from './todo.js';
export * from './trouble.js';
