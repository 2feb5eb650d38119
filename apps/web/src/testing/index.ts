export { pressWhenRight, write } from './fill.js';
