/** Takes away for good what was deleted long ago and what nothing uses any more, and tells what is kept takes. */
export { TidyModule } from './tidy.module.js';
