import type { Lab } from '../colour/index.js';

/** The colours round a gamut, in order of hue. */
const ROUND = ['red', 'yellow', 'green', 'cyan', 'blue', 'magenta'] as const;

/** The volume between ground, black and the six full colours round them, cubic units of L*a*b*: tetrahedra about the line from black to the ground. */
export function volumeOf(patches: Record<(typeof ROUND)[number] | 'black' | 'ground', Lab>): number {
  const { black, ground } = patches;
  const from = (lab: Lab) => [lab.l - black.l, lab.a - black.a, lab.b - black.b] as const;
  const [gl, ga, gb] = from(ground);
  return ROUND.reduce((sum, name, i) => {
    const [al, aa, ab] = from(patches[name]);
    const [bl, ba, bb] = from(patches[ROUND[(i + 1) % ROUND.length] ?? name]);
    const det = gl * (aa * bb - ab * ba) - ga * (al * bb - ab * bl) + gb * (al * ba - aa * bl);
    return sum + Math.abs(det) / 6;
  }, 0);
}
