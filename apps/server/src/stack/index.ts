export * from './stack.module.js';
