export * from './bytes.js';
export * from './dates.js';
export * from './day.js';
export * from './length.js';
export * from './quantity.js';
export * from './shop-units.js';
export * from './in-text.js';
export * from './words.js';
