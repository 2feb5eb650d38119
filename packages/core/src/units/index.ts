export { type Parsed } from './amount.js';
export { formatBytes } from './bytes.js';
export { type DateStyle, dueText, formatDay, WEEKDAYS } from './dates.js';
export { addDays, dayIn, daysBetween, isZone, momentAfter, momentIn, startOfDay, timeIn, weekdayOf } from './day.js';
export {
  clamped,
  formatLength,
  formatShare,
  formatSize,
  type LengthUnit,
  MM_PER_INCH,
  parseLength,
  POINTS_PER_MM,
  rulerStep,
  tidyNumber,
} from './length.js';
export {
  celsiusOf,
  fahrenheitOf,
  formatClock,
  formatDuration,
  formatPressure,
  formatTemperature,
  formatTimes,
  KPA_PER_PSI,
  otherTemperature,
  wholeDegrees,
} from './quantity.js';
export {
  parseDuration,
  parseNumber,
  parsePressure,
  parseTemperature,
  type Calendar,
  type ShopUnits,
  type UnitPrinter,
  unitPrinter,
} from './shop-units.js';
export { dayText, degreesText, lengthText, temperatureText } from './in-text.js';
export { capitalised, formatCount, lowered } from './words.js';
export {
  digitsOf,
  formatMoney,
  isCurrency,
  type Minor,
  minorOf,
  MOST_MONEY,
  parseMoney,
  plainMoney,
  wholeMinor,
} from './money.js';
