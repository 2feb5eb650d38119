export * from './api.js';
export * from './queries.js';
export * from './job-session.js';
export * from './bench-outbox.js';
export * from './clock.js';
export * from './hand-over.js';
export * from './live.js';
export * from './who.js';
