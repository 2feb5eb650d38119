export * from './endpoints.js';
export * from './open-api.js';
