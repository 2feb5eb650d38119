export { notFound, Refusal, refuse } from './refusal.js';
export { Valid } from './valid.pipe.js';
export { databaseIsAway, ProblemFilter } from './problem.filter.js';
export { sameOrigin } from './same-origin.js';
export { ownToken } from './own-token.js';
export { nameRequest, requestId } from './request-id.js';
export { pageLinks } from './page-links.js';
export { diskFull, makeSureOfRoom, roomFirst, roomIn, saysDiskFull } from './disk.js';
export { expressPath, Route } from './route.js';
