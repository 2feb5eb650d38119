/** Which study and which swatch a target belongs to. */
export interface TargetCode {
  study: number;
  swatch: number;
}

/** Cells of a code: columns by rows. */
export const CODE_CELLS = { columns: 7, rows: 4 };
const [STUDY_BITS, SWATCH_BITS, CHECK_BITS] = [12, 8, 8];
/** Numbers that a code holds; studies begin again after so many. */
export const CODE_LIMITS = { study: 2 ** STUDY_BITS - 1, swatch: 2 ** SWATCH_BITS - 1 };

/** The number by which a study stands in its codes. */
export const studyInCode = (number: number): number => number % (CODE_LIMITS.study + 1);

/** CRC-8 with the polynomial x⁸ + x² + x + 1 over the bits, highest first (Koopman and Chakravarty 2004: it finds every three wrong bits of so few). */
function check(bits: readonly boolean[]): number {
  let value = 0x5a;
  for (const bit of bits) {
    const top = ((value >> 7) & 1) === 1;
    value = (value << 1) & 0xff;
    if (top !== bit) value ^= 0x07;
  }
  return value;
}

const bitsOf = (value: number, count: number): boolean[] =>
  Array.from({ length: count }, (_, i) => ((value >> (count - 1 - i)) & 1) === 1);
const numberOf = (bits: readonly boolean[]): number => bits.reduce((sum, bit) => sum * 2 + (bit ? 1 : 0), 0);
/** Every other cell is turned over, so that small numbers are no empty field. */
const mask = (bit: boolean, at: number): boolean => bit !== (at % 2 === 0);

/** The cells of a code, row by row, true where it is dark. Throws a RangeError on numbers that it does not hold. */
export function cellsOf({ study, swatch }: TargetCode): boolean[] {
  if (!(study >= 0 && study <= CODE_LIMITS.study && swatch >= 0 && swatch <= CODE_LIMITS.swatch))
    throw new RangeError(
      `a code holds studies to ${CODE_LIMITS.study} and swatches to ${CODE_LIMITS.swatch}, got ${study} and ${swatch}`,
    );
  const told = [...bitsOf(study, STUDY_BITS), ...bitsOf(swatch, SWATCH_BITS)];
  return [...told, ...bitsOf(check(told), CHECK_BITS)].map(mask);
}

/** What cells say; null where they contradict themselves. */
export function readCells(cells: readonly boolean[]): TargetCode | null {
  const bits = cells.map(mask);
  const told = bits.slice(0, STUDY_BITS + SWATCH_BITS);
  if (bits.length !== CODE_CELLS.columns * CODE_CELLS.rows || numberOf(bits.slice(told.length)) !== check(told))
    return null;
  return { study: numberOf(told.slice(0, STUDY_BITS)), swatch: numberOf(told.slice(STUDY_BITS)) };
}
