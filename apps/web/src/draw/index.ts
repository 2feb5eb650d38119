export * from './silhouette.js';
export * from './blank-glyph.js';
export * from './template-drawing.js';
export * from './ripening.js';
export * from './drawn-items.js';
export * from './ink-looks.js';
export * from './heat-picture.js';
