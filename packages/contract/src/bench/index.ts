export * from './event.js';
export * from './press-registers.js';
export * from './thermometer-registers.js';
