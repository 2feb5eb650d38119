import type { Finding } from '../finding/index.js';

/** What is wrong with a controller that tells nothing that can be believed. */
export const DEVICE_TROUBLES = ['away', 'nonsense'] as const;
export type DeviceTrouble = (typeof DEVICE_TROUBLES)[number];

/** The finding about a press whose controller does not answer, or talks nonsense: the bench goes on by hand. */
export const deviceFinding = (press: { id: string; name: string }, trouble: DeviceTrouble): Finding => ({
  code: `press.${trouble}.${press.id}`,
  severity: 'fix',
  title:
    trouble === 'away'
      ? `The controller of ${press.name} does not answer`
      : `The reading of ${press.name} is not valid`,
  why: 'Closing and opening it starts and stops no clock now, and what its plate reads is not written down.',
  remedy: `Go on by hand: say when it is closed and opened. ${
    trouble === 'away'
      ? 'Look at its cable and whether it is switched on.'
      : 'Look at its sensor, and do not trust what it shows.'
  }`,
  where: { stage: 'press' },
  waivable: false,
});
