export * from './drawing.js';
export * from './svg.js';
export * from './dxf.js';
