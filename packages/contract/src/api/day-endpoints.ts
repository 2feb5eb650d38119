import { dayBookSchema, dayFileSchema, doneBedSchema, doneQuerySchema } from '../day/index.js';
import { list, type Descriptions } from './endpoint.js';

/** The doors of the day. */
export const DAY_ENDPOINTS = {
  day: {
    summary: 'What the plan of the day is made of: open jobs, hours and what was put where',
    answer: dayFileSchema,
  },
  keepDay: {
    summary: 'Keep hours, presses that are down, pins and the plan that was taken; 409 when somebody saved since',
    body: dayBookSchema,
    answer: dayBookSchema,
  },
  dayDone: {
    summary: 'What was pressed on a day, each time that a bed was under a plate, the first first',
    query: doneQuerySchema,
    answer: list(doneBedSchema),
  },
  dayCalendar: {
    summary: 'Due days, deliveries and shifts as a calendar that other programs read (RFC 5545)',
    answer: 'text/calendar',
  },
} satisfies Descriptions;
