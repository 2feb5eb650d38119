export { ACCESS, type Access } from './access.js';
export * from './rights.js';
export * from './people.js';
