/** The day: what open jobs still want of the shop, the hours it works, and the plan that was taken. It plans nothing itself: that is done where it is looked at. */
export { DayModule } from './day.module.js';
export { DayRepository } from './day.repository.js';
