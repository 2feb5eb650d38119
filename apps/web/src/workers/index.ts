export { oneMoreInWorker, planInWorker, tryInWorker } from './day.js';
export type { DayAsked } from './day.worker.js';
export { hashOf } from './hash.js';
export { nestInWorker } from './nest.js';
export { tracePicture, TraceRefused } from './trace.js';
export type { TracedPicture, TraceFault } from './trace-request.js';
export { equalInWorker, readInWorker, viewInWorker } from './study.js';
export type { ReadPicture } from './study.worker.js';
