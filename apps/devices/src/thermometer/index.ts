export * from './thermometer.js';
