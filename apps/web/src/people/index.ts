export { Gate } from './gate.js';
export { WhoIsHere } from './who-is-here.js';
