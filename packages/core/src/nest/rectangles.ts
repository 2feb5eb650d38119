/** A rectangle that may not be turned, or may be turned a quarter when `turns` says so; mm. */
export interface Rectangle {
  width: number;
  height: number;
  turns: boolean;
}

export interface RectangleSpot {
  x: number;
  y: number;
  turned: boolean;
}

interface Step {
  x: number;
  width: number;
  top: number;
}

const SLACK = 1e-6;

/** Rectangles that are alike, with how many are left. */
interface Kind {
  width: number;
  height: number;
  turns: boolean;
  left: number[];
}

/**
 * Packs rectangles into a strip of `width` no longer than `height`, or gives null when `nodes` places were looked at without success.
 * Fills the narrowest gap between higher neighbours of the skyline from its left with each kind that fits, largest first, and gives a gap up only within the waste
 * that the height leaves (depth first). A packing without waste is always found, given enough nodes: each is built in this order.
 */
export function packWithin(
  rectangles: readonly Rectangle[],
  width: number,
  height: number,
  nodes: number,
): RectangleSpot[] | null {
  const kinds: Kind[] = [];
  rectangles.forEach((one, i) => {
    const kind = kinds.find((k) => k.width === one.width && k.height === one.height && k.turns === one.turns);
    if (kind) kind.left.push(i);
    else kinds.push({ ...one, left: [i] });
  });
  kinds.sort((a, b) => b.width * b.height - a.width * a.height);
  const spots: RectangleSpot[] = rectangles.map(() => ({ x: 0, y: 0, turned: false }));
  const area = rectangles.reduce((sum, one) => sum + one.width * one.height, 0);
  let looked = 0;

  const raised = (sky: readonly Step[], at: number, x: number, wide: number, top: number): Step[] => {
    const gap = sky[at] as Step;
    const made: Step[] = [...sky.slice(0, at)];
    if (x > gap.x + SLACK) made.push({ x: gap.x, width: x - gap.x, top: gap.top });
    made.push({ x, width: wide, top });
    const rest = gap.x + gap.width - x - wide;
    if (rest > SLACK) made.push({ x: x + wide, width: rest, top: gap.top });
    made.push(...sky.slice(at + 1));
    const merged: Step[] = [];
    for (const step of made) {
      const last = merged[merged.length - 1];
      if (last && last.top > step.top - SLACK && last.top < step.top + SLACK)
        merged[merged.length - 1] = { ...last, width: last.width + step.width };
      else merged.push(step);
    }
    return merged;
  };

  const fill = (sky: readonly Step[], left: number, waste: number): boolean => {
    if (left === 0) return true;
    if (++looked > nodes) return false;
    let at = -1;
    sky.forEach((step, i) => {
      const valley = (sky[i - 1]?.top ?? Infinity) > step.top && (sky[i + 1]?.top ?? Infinity) > step.top;
      if (valley && (at < 0 || step.width < (sky[at] as Step).width)) at = i;
    });
    const gap = sky[at] as Step;
    for (const kind of kinds) {
      const thing = kind.left[kind.left.length - 1];
      if (thing === undefined) continue;
      for (const turned of kind.turns && kind.width !== kind.height ? [false, true] : [false]) {
        const [w, h] = turned ? [kind.height, kind.width] : [kind.width, kind.height];
        if (w > gap.width + SLACK || gap.top + h > height + SLACK) continue;
        kind.left.pop();
        spots[thing] = { x: gap.x, y: gap.top, turned };
        if (fill(raised(sky, at, gap.x, w, gap.top + h), left - 1, waste)) return true;
        kind.left.push(thing);
        if (looked > nodes) return false;
      }
    }
    const beside = Math.min(sky[at - 1]?.top ?? Infinity, sky[at + 1]?.top ?? Infinity, height);
    const lost = gap.width * (beside - gap.top);
    if (lost > waste + SLACK || beside <= gap.top + SLACK) return false;
    return fill(raised(sky, at, gap.x, gap.width, beside), left, waste - lost);
  };
  return fill([{ x: 0, width, top: 0 }], rectangles.length, width * height - area) ? spots : null;
}
