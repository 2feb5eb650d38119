/** Tables of names, as they are pasted or opened: read here, wherever they are used. */
export { type ReadRun, readRun } from './read-run.js';
