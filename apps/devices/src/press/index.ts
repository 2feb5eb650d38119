export * from './plate.js';
export * from './press-controller.js';
