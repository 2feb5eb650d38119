export { INK, SOFT } from './inks.js';
export { embedLabelFont, type LabelFont } from './label-font.js';
export { operator, pathOperators, polygonOperators } from './operators.js';
