export * from './button.js';
export * from './field.js';
export * from './dialog.js';
export * from './icon.js';
export * from './form-foot.js';
export * from './file-field.js';
export * from './search.js';
