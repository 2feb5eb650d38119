export {
  AIMING,
  type HeatReading,
  type PressCheck,
  readingGrid,
  STRIP_SIDES,
  type StripSide,
  USUAL_PLACES,
} from './reading.js';
export { type Doubt, fitHeat, heatAt, type HeatMap } from './map.js';
export { placesToRead } from './next-places.js';
export { heatGrid, suretyOf, TOLERANCE, type UsableZone, usableZone, type ZoneSurety } from './zone.js';
export {
  equivalentCurve,
  equivalentDwell,
  equivalentTemperature,
  GAS_CONSTANT,
  KELVIN,
  USUAL_ENERGY,
} from './equivalent.js';
export { checkPress, mapOf } from './check.js';
export { CERAMIC, planeWall, soakSeconds } from './soak.js';
export {
  fitPlate,
  plateAfter,
  type PlateRates,
  type PlateReading,
  plateTakes,
  ratesKnown,
  type RatesMeasured,
  ROOM,
  usualRates,
} from './plate-rates.js';
export { followPlate, type PlateCourse, type PlateNow, ratesIn } from './plate-course.js';
