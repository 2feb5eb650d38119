export * from './sheet.module.js';
