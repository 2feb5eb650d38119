export { lumaOf, type Picture, type Progress, sampler, shrink } from './picture.js';
export { borderOf, type Labels, labelled, type Mask, type Region } from './region.js';
export { TraceProblem } from './problem.js';
export { PPI_LIMITS, type Subject, SUBJECTS, type Traced, traceScan } from './scan.js';
export { CARD } from './card-shape.js';
export { fourCorners, quadThrough, sharpCorners } from './quad.js';
export { tracePhoto } from './photo.js';
export { resolutionOf } from './resolution.js';
