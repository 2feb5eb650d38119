export { Thermometer } from './thermometer.js';
