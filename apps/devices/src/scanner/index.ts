export { Scanner } from './scanner.js';
