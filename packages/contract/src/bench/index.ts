export {
  benchEventSchema,
  type Happened,
  happenedSchema,
  newEventsSchema,
  packedEventsSchema,
  sinceSchema,
} from './event.js';
export {
  type ActualCourse,
  actualCourseSchema,
  leverSchema,
  type LiveMessage,
  liveMessageSchema,
  type PressNow,
  pressNowSchema,
  type RunAtPress,
  runAtPressSchema,
  setPointSchema,
} from './live.js';
export { fromTenths, PRESS_REGISTERS, SET_POINT_LIMITS, toTenths } from './press-registers.js';
export { type Aim, aimSchema, readingSchema, THERMOMETER_REGISTERS } from './thermometer-registers.js';
