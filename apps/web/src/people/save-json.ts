import { handOver } from '../data/index.js';

/** Hands something over as a file in open form. */
export const saveJson = (name: string, value: unknown): void => {
  handOver(name, new Blob([JSON.stringify(value, null, 2)], { type: 'application/json' }));
};
