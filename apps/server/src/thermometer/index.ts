export * from './thermometer.module.js';
