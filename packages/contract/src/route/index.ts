export * from './routes.js';
export * from './address.js';
