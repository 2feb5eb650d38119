export * from './event.js';
export * from './live.js';
export * from './press-registers.js';
export * from './thermometer-registers.js';
