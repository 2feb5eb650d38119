/** z of a two-sided 95 % interval of the normal distribution. */
const Z95 = 1.959964;

/** Wilson's score interval for a share of `hits` in `total`, 95 % (Newcombe 1998, method 3). */
export function wilsonInterval(hits: number, total: number): { low: number; high: number } {
  if (!(total > 0 && hits >= 0 && hits <= total))
    throw new RangeError(`hits must be from 0 to total and total above 0, got ${hits} of ${total}`);
  const p = hits / total;
  const zz = Z95 * Z95;
  const centre = (2 * hits + zz) / (2 * (total + zz));
  const half = (Z95 * Math.sqrt(zz + 4 * total * p * (1 - p))) / (2 * (total + zz));
  return { low: Math.max(0, centre - half), high: Math.min(1, centre + half) };
}
