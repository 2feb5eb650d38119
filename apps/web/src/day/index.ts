/** The day as it is looked at: the washing line, the list, and what is said of them. It is planned in a worker. */
export { DayPlan } from './day-plan.js';
export { nextToDo } from './day-words.js';
export { useDayPlan } from './use-day.js';
