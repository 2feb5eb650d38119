/** One step of a drawn path; points in order, control points first. */
export type PathCommand =
  | { op: 'M' | 'L'; points: readonly [number, number] }
  | { op: 'Q'; points: readonly [number, number, number, number] }
  | { op: 'C'; points: readonly [number, number, number, number, number, number] }
  | { op: 'Z'; points: readonly [] };

/** A line of text drawn in units of the font size: baseline at 0, y down, beginning at 0. */
export interface Shaped {
  commands: PathCommand[];
  advance: number;
  /** Signs that the font does not have, each once. */
  missing: string[];
}

/** A font that draws. */
export interface Face {
  /** Height of a capital, in units of the font size. */
  capHeight: number;
  shape(text: string): Shaped;
  /** The same without being drawn: many times as fast. */
  measure(text: string): Omit<Shaped, 'commands'>;
}
