/** The one way out: where Kanga may connect to of its own accord, and how. What answers there is the business of whoever asked. */
export * from './guard.js';
export * from './ask.js';
