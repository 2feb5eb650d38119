export * from './proof.module.js';
