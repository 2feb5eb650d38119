export * from './faults.js';
export * from './queue.js';
export * from './printer.js';
