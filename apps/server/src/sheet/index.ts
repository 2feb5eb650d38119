export * from './sheet.module.js';
export { embedLabelFont, type LabelFont } from './fonts.js';
