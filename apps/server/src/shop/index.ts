export * from './shop.module.js';
export * from './shop.service.js';
export * from './shop.repository.js';
