export { SheetModule } from './sheet.module.js';
export { SheetService } from './sheet.service.js';
export { originOf } from './sheet.controller.js';
export { embedLabelFont, type LabelFont } from './fonts.js';
export { mirrorWords, type FrozenSheets } from './ready.js';
export { codeBars } from './marks.js';
export { INK, SOFT } from './inks.js';
