export * from './faces.js';
export * from './text.module.js';
