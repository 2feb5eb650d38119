export * from './event.js';
export * from './press-registers.js';
