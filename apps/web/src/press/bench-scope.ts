import { useShop } from '../data/index.js';

/** The scope that the bench is drawn in: the shop’s choice, told once; all colours within follow from it. */
export const useBenchScope = (): string =>
  `${useShop().settings.bench === 'dark' ? 'dark-bench on-dark' : ''} bg-field text-ink`;
