import type { Order, OrderJob } from '../order/index.js';

/** An order of one line that nobody has quoted yet. */
export const sampleOrder = (change: Partial<Order> = {}): Order => ({
  id: 'o',
  number: 1,
  version: 1,
  name: 'Crew',
  customer: { name: 'Gannet Hill Observatory', reach: '', notes: '' },
  due: '2026-12-10',
  note: '',
  lines: [{ id: 'l', what: 'Crew shirts' }],
  quote: null,
  accepted: null,
  status: 'open',
  createdAt: '2026-11-01T08:00:00.000Z',
  updatedAt: '2026-11-01T08:00:00.000Z',
  ...change,
});

/** A size of that line: ten pieces that are to be printed. */
export const sampleOrderJob = (change: Partial<OrderJob> = {}): OrderJob => ({
  id: 'j',
  number: 1,
  line: 'l',
  follows: true,
  again: false,
  blankId: 'm',
  pieces: 10,
  status: 'open',
  reached: 'sheet',
  artId: 'a',
  good: 0,
  spoiled: 0,
  printed: false,
  pressed: 0,
  packed: 0,
  atPress: false,
  ...change,
});
