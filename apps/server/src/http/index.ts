export * from './refusal.js';
export * from './valid.pipe.js';
export * from './problem.filter.js';
export * from './same-origin.js';
export * from './own-token.js';
export * from './disk.js';
export * from './route.js';
