/** What can be made to go wrong with the simulated printer. */
export const FAULTS = [
  'none',
  'out of paper',
  'low ink',
  'jam',
  'drops while receiving',
  'drops before answering',
  'nonsense',
] as const;
export type Fault = (typeof FAULTS)[number];

/** Faults at which paper stops moving, with the reason a printer gives (RFC 8011 §5.4.12). */
export const STOPS: Partial<Record<Fault, string>> = { 'out of paper': 'media-empty-error', jam: 'media-jam-error' };

/** The reason that a printer gives for its state. */
export const reasonOf = (fault: Fault): string =>
  STOPS[fault] ?? (fault === 'low ink' ? 'marker-supply-low-warning' : 'none');
