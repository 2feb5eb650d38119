export { OrderStrip } from './order-strip.js';
