export { gridSchema, overridesSchema } from './overrides.js';
export { provenSchema } from './proven.js';
