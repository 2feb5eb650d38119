export * from './face.js';
