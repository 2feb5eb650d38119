export * from './inspect.module.js';
