import type { PressWords } from '@kanga/contract/shop';
import { useTypedForm } from '../form/index.js';

/** What is typed of a press, and how. */
export const usePressForm = (start: PressWords) =>
  useTypedForm<PressWords>({
    start,
    quantities: {
      'platen.width': 'length',
      'platen.depth': 'length',
      heatLimit: 'temperature',
      opening: 'length',
      warmUp: 'duration',
      recovery: 'duration',
      table: 'length',
      'pads.*.width': 'length',
      'pads.*.depth': 'length',
      'pads.*.thickness': 'length',
      controller: 'words',
    },
    schema: async () => (await import('@kanga/contract/shop')).pressWordsSchema,
    says: { name: 'A name.', controller: 'Like tcp://192.168.0.20:502.' },
  });
/** The form of a press; its parts are fields of it. */
export type PressFields = ReturnType<typeof usePressForm>;
