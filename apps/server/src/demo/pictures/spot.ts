import { comet, INK, lettering, seeded, stars, svg } from './svg.js';

/** A round badge with the observatory's dome, on a clear ground. */
export function openNightBadge(width: number, height: number, pixels: number): string {
  const [cx, cy, r] = [width / 2, height * 0.47, height * 0.44];
  return svg(
    width,
    height,
    pixels,
    `<defs><clipPath id="disc"><circle cx="${cx}" cy="${cy}" r="${r}"/></clipPath></defs><circle cx="${cx}" cy="${cy}" r="${r}" fill="${INK.cyan}"/>` +
      `<g clip-path="url(#disc)"><g transform="translate(${cx - r} ${cy - r})">${stars(110, 2 * r, 2 * r, 31, [INK.white, INK.yellow])}</g>` +
      comet(cx + r * 0.45, cy - r * 0.5, cx - r * 0.55, cy + r * 0.1, r * 0.09, INK.magenta) +
      `<path d="M${cx - r} ${cy + r * 0.62}Q${cx - r * 0.2} ${cy + r * 0.28} ${cx + r} ${cy + r * 0.66}V${cy + r}H${cx - r}Z" fill="${INK.green}"/>` +
      `<path d="M${cx - r * 0.3} ${cy + r * 0.62}V${cy + r * 0.3}A${r * 0.3} ${r * 0.3} 0 0 1 ${cx + r * 0.3} ${cy + r * 0.3}V${cy + r * 0.62}Z" fill="${INK.white}"/>` +
      `<path d="M${cx} ${cy + r * 0.02}L${cx + r * 0.16} ${cy + r * 0.05}V${cy + r * 0.3}H${cx - r * 0.02}Z" fill="${INK.key}"/></g>` +
      `<circle cx="${cx}" cy="${cy}" r="${r}" fill="none" stroke="${INK.yellow}" stroke-width="${r * 0.045}"/>` +
      lettering('OPEN NIGHT', cx, height * 0.93, height * 0.062, INK.key),
  );
}

/** A constellation with its lines, on a clear ground. */
export function constellation(width: number, height: number, pixels: number): string {
  const next = seeded(99);
  const points = Array.from(
    { length: 9 },
    (_, i) => [width * (0.12 + 0.76 * (i / 8)), height * (0.16 + 0.5 * next())] as const,
  );
  const star = ([x, y]: readonly [number, number], r: number, colour: string) =>
    `<path d="${Array.from({ length: 8 }, (_, k) => `${k === 0 ? 'M' : 'L'}${(x + Math.cos((k * Math.PI) / 4) * (k % 2 ? r * 0.38 : r)).toFixed(1)} ${(y + Math.sin((k * Math.PI) / 4) * (k % 2 ? r * 0.38 : r)).toFixed(1)}`).join('')}Z" fill="${colour}"/>`;
  return svg(
    width,
    height,
    pixels,
    `<path d="M${points.map(([x, y]) => `${x} ${y}`).join('L')}" fill="none" stroke="${INK.cyan}" stroke-width="3"/>` +
      points
        .map((p, i) => star(p, 9 + next() * 9, i % 3 === 0 ? INK.magenta : i % 3 === 1 ? INK.yellow : INK.cyan))
        .join('') +
      lettering('STAR TRAIL', width / 2, height * 0.82, height * 0.07, INK.key),
  );
}

/** Orbits round a small sun, off every edge. */
export function orbits(width: number, height: number, pixels: number): string {
  const planets = [INK.yellow, '#39b3d6', INK.white, INK.green, INK.yellow];
  const rings = planets.map((colour, i) => {
    const [rx, ry, angle] = [width * (0.14 + i * 0.105), height * (0.09 + i * 0.085), 0.7 + i * 1.9];
    return `<ellipse cx="${width / 2}" cy="${height / 2}" rx="${rx}" ry="${ry}" fill="none" stroke="${INK.white}" stroke-width="0.8"/><circle cx="${width / 2 + Math.cos(angle) * rx}" cy="${height / 2 + Math.sin(angle) * ry}" r="${3 + i}" fill="${colour}"/>`;
  });
  return svg(
    width,
    height,
    pixels,
    `<rect width="${width}" height="${height}" fill="${INK.magenta}"/><rect width="${width}" height="${height}" fill="${INK.night}" opacity="0.35"/>` +
      stars(90, width, height, 61, [INK.white, INK.yellow]) +
      rings.join('') +
      `<circle cx="${width / 2}" cy="${height / 2}" r="${width * 0.07}" fill="${INK.yellow}"/>`,
  );
}
