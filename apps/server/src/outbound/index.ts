/** The one way out: where Kanga may connect to of its own accord, and how. What answers there is the business of whoever asked. */
export { judge, OutboundRefused } from './guard.js';
export { ask, type Asked, Broken, NotReached } from './ask.js';
