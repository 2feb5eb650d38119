export type { Face, PathCommand, Shaped } from './face.js';
export { FONT_IDS, type FontId, fontPath, FONTS, LABEL_FONTS } from './fonts.js';
export { fontsWith, SIGNS, signsLacking, SILENT } from './signs.js';
export { fieldsIn, fillFields, measureLine, type SetLine, setLine, svgOf } from './line.js';
