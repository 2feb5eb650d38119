export { SheetModule } from './sheet.module.js';
export { SheetService } from './sheet.service.js';
export { mirrorWords, type FrozenSheets } from './ready.js';
export { codeBars } from './marks.js';
