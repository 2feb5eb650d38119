// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { floor, max, min } = Math;
/** A picture as it is decoded: red, green, blue and opacity, a byte each, rows from the top. */
export interface Picture {
  data: Uint8ClampedArray | Uint8Array;
  width: number;
  height: number;
}

/** Numbers on a grid, rows from the top. */
export interface Plane {
  data: Float32Array;
  width: number;
  height: number;
}

/** Red, green and blue of a smaller picture. */
export interface Planes {
  channels: readonly [Plane, Plane, Plane];
  width: number;
  height: number;
  /** How many pixels of the picture one cell is across. */
  factor: number;
}

/** What is given while a picture is traced: how far it is, 0 to 1. It may throw to end the work. */
export type Progress = (share: number, doing: string) => void;

/** The mean colour of every square of `factor` pixels; what is left at the right and the bottom is dropped. O(pixels). */
export function shrink({ data, width, height }: Picture, factor: number): Planes {
  const [w, h] = [floor(width / factor), floor(height / factor)];
  if (w < 8 || h < 8) throw new RangeError(`a picture of ${width} × ${height} pixels is too small to be traced`);
  const plane = (): Plane => ({ data: new Float32Array(w * h), width: w, height: h });
  const [red, green, blue] = [plane(), plane(), plane()];
  const weight = 1 / (factor * factor);
  for (let y = 0; y < h * factor; y++) {
    const line = floor(y / factor) * w;
    for (let x = 0; x < w; x++) {
      let [r, g, b] = [0, 0, 0];
      const from = (y * width + x * factor) * 4;
      for (let i = from; i < from + factor * 4; i += 4) {
        r += data[i] ?? 0;
        g += data[i + 1] ?? 0;
        b += data[i + 2] ?? 0;
      }
      const at = line + x;
      red.data[at] = (red.data[at] ?? 0) + r * weight;
      green.data[at] = (green.data[at] ?? 0) + g * weight;
      blue.data[at] = (blue.data[at] ?? 0) + b * weight;
    }
  }
  return { channels: [red, green, blue], width: w, height: h, factor };
}

/** Luma of a small picture, 0 to 255 (ITU-R BT.601 weights). */
export function lumaOf({ channels: [r, g, b], width, height }: Planes): Plane {
  const data = new Float32Array(width * height);
  for (let i = 0; i < data.length; i++)
    data[i] = 0.299 * (r.data[i] ?? 0) + 0.587 * (g.data[i] ?? 0) + 0.114 * (b.data[i] ?? 0);
  return { data, width, height };
}

/** A weighted sum of the three channels: what an edge is looked for in. */
export type Weights = readonly [number, number, number];
export const LUMA: Weights = [0.299, 0.587, 0.114];

/** Reads the weighted value between pixels; coordinates count pixels from the top-left corner of the picture, so a pixel’s middle is at ½. */
export function sampler({ data, width, height }: Picture, [wr, wg, wb]: Weights): (x: number, y: number) => number {
  const at = (column: number, row: number): number => {
    const i = (row * width + column) * 4;
    return wr * (data[i] ?? 0) + wg * (data[i + 1] ?? 0) + wb * (data[i + 2] ?? 0);
  };
  return (x, y) => {
    const [cx, cy] = [min(width - 1, max(0, x - 0.5)), min(height - 1, max(0, y - 0.5))];
    const [left, top] = [floor(cx), floor(cy)];
    const [right, bottom] = [min(width - 1, left + 1), min(height - 1, top + 1)];
    const [fx, fy] = [cx - left, cy - top];
    return (
      (at(left, top) * (1 - fx) + at(right, top) * fx) * (1 - fy) +
      (at(left, bottom) * (1 - fx) + at(right, bottom) * fx) * fy
    );
  };
}
