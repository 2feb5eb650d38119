export { mostSchema, PAGE, pageCursorSchema } from './page.js';
export { check, type Problem, problemSchema } from './problem.js';
export { daySchema, idSchema, instantSchema, newWaiverSchema, personSchema, waiverSchema } from './waiver.js';
