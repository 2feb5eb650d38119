export type { Picture } from './picture.js';
export { TraceProblem } from './problem.js';
export { PPI_LIMITS, type Subject, SUBJECTS, type Traced, traceScan } from './scan.js';
export { CARD } from './card.js';
export { tracePhoto } from './photo.js';
export { resolutionOf } from './resolution.js';
