import { seeded } from '../numbers/index.js';

/** A sheet cut from edge to edge again and again, its pieces turned at random, mm: the sheet they come from is the least they need. */
export function guillotined(count: number, seed: number, width: number, length: number): [number, number][] {
  const random = seeded(seed);
  const list: [number, number][] = [[width, length]];
  while (list.length < count) {
    list.sort((a, b) => b[0] * b[1] - a[0] * a[1]);
    const [piece] = list.splice(Math.floor(random() * (1 + list.length / 3)), 1);
    if (!piece) continue;
    const [w, h] = piece;
    const share = 0.25 + 0.5 * random();
    const [x, y] = [Math.round(w * share), Math.round(h * share)];
    if (random() < w / (w + h)) list.push([x, h], [w - x, h]);
    else list.push([w, y], [w, h - y]);
  }
  return list.map(([w, h]) => (random() < 0.5 ? [h, w] : [w, h]));
}
