/** A number typed with a point or a comma, within its limits; null when it does not read. */
export function readNumber(text: string, least: number, most: number): number | null {
  if (!/^\s*\d+([.,]\d+)?\s*$/.test(text)) return null;
  const value = Number(text.trim().replace(',', '.'));
  return value >= least && value <= most ? value : null;
}
