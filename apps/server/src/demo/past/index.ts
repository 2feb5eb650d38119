export * from './past.service.js';
