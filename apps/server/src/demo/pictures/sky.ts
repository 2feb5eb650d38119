import { comet, INK, lettering, seeded, stars, svg } from './svg.js';

const SKY = [INK.white, INK.white, INK.white, INK.yellow, '#9fd3e6'];

/** A star chart over the whole face: rings, meridians and constellations. Units are mm. */
export function starChart(side: number, pixels: number): string {
  const c = side / 2;
  const rings = [0.18, 0.29, 0.4].map(
    (r) =>
      `<circle cx="${c}" cy="${c}" r="${r * side}" fill="none" stroke="${INK.white}" stroke-width="1.1" opacity="0.75"/>`,
  );
  const spokes = Array.from({ length: 12 }, (_, i) => {
    const a = (i * Math.PI) / 6;
    return `<path d="M${c + Math.cos(a) * side * 0.18} ${c + Math.sin(a) * side * 0.18}L${c + Math.cos(a) * side * 0.4} ${c + Math.sin(a) * side * 0.4}" stroke="${INK.white}" stroke-width="1.1" opacity="0.55"/>`;
  });
  const next = seeded(77);
  const figures = [INK.magenta, INK.yellow, INK.magenta, '#39b3d6', INK.yellow].map((colour, k) => {
    const start = (k * 2 * Math.PI) / 5 + 0.3;
    const points = Array.from({ length: 5 }, (_, i) => {
      const [a, r] = [start + i * 0.17, side * (0.21 + next() * 0.16)];
      return [c + Math.cos(a) * r, c + Math.sin(a) * r] as const;
    });
    const path = points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L');
    return `<path d="M${path}" fill="none" stroke="${colour}" stroke-width="2"/>${points.map(([x, y]) => `<circle cx="${x}" cy="${y}" r="3.4" fill="${INK.white}"/>`).join('')}`;
  });
  return svg(
    side,
    side,
    pixels,
    `<rect width="${side}" height="${side}" fill="${INK.night}"/><circle cx="${c}" cy="${c}" r="${side * 0.44}" fill="${INK.cyan}"/>` +
      stars(420, side, side, 11, SKY) +
      rings.join('') +
      spokes.join('') +
      figures.join('') +
      `<circle cx="${c}" cy="${c}" r="${side * 0.05}" fill="${INK.yellow}"/>` +
      lettering('OPEN NIGHT', c, side * 0.925, side * 0.036, INK.white),
  );
}

/** A comet falling down the leg of a sock, off every edge. */
export function cometTail(width: number, height: number, pixels: number): string {
  return svg(
    width,
    height,
    pixels,
    `<rect width="${width}" height="${height}" fill="${INK.cyan}"/><path d="M0 ${height * 0.62}Q${width / 2} ${height * 0.5} ${width} ${height * 0.7}V${height}H0Z" fill="${INK.night}"/>` +
      stars(150, width, height, 23, SKY) +
      comet(width * 0.7, height * 0.2, width * 0.06, height * 0.95, width * 0.1, INK.magenta) +
      comet(width * 0.78, height * 0.34, width * 0.3, height * 0.98, width * 0.045, INK.yellow),
  );
}

/** The moon through a month, in two rows. */
export function moonPhases(width: number, height: number, pixels: number): string {
  const moon = (x: number, y: number, r: number, phase: number) => {
    const lit = Math.cos(phase) * r;
    const sweep = phase < Math.PI ? 1 : 0;
    return `<circle cx="${x}" cy="${y}" r="${r}" fill="${INK.key}"/><path d="M${x} ${y - r}A${r} ${r} 0 0 ${sweep} ${x} ${y + r}A${Math.abs(lit)} ${r} 0 0 ${lit > 0 === (sweep === 1) ? 0 : 1} ${x} ${y - r}Z" fill="#f6e7b4"/>`;
  };
  const moons = Array.from({ length: 10 }, (_, i) =>
    moon(width * (0.1 + (i % 5) * 0.2), height * (i < 5 ? 0.34 : 0.66), height * 0.12, 0.35 + (i / 10) * 2 * Math.PI),
  );
  return svg(
    width,
    height,
    pixels,
    `<rect width="${width}" height="${height}" fill="${INK.night}"/><path d="M0 ${height * 0.5}H${width}" stroke="${INK.magenta}" stroke-width="1.6"/>` +
      stars(160, width, height, 5, SKY) +
      moons.join(''),
  );
}
