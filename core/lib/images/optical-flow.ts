import type { LevelImage } from './level-image';

/** How pixels go from one picture to the next, in pixels to the right and down. */
export interface PixelFlow {
  readonly width: number;
  readonly height: number;
  readonly right: Float32Array;
  readonly down: Float32Array;
}

/** A picture in numbers. */
interface Plane {
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

/** Half of a window in which pixels are taken to go alike, in pixels; what is left out of it counts by mirroring. */
const HALF = 4;

/** Rounds on each level, and the least side of a level in pixels. */
const ROUNDS = 4;
const LEAST_SIDE = 16;

/** Pictures are made smaller until no side is longer, in pixels. */
const MOST_SIDE = 256;

/** Added to the sums of squared slopes, so that an even patch, which shows no motion, stays still. */
const EVEN = 0.5;

/** Mean square of slopes, in levels a pixel, at which half of a flow is left. */
const FAINT = 0.05;

const columnIn = (n: number, count: number) => (n < 0 ? 0 : n >= count ? count - 1 : n);

/** Mean over a window of 2·half + 1 pixels along rows and columns, twice, which is nearly a bell. */
function blurred({ width, height, values }: Plane, half: number): Plane {
  const share = 1 / (2 * half + 1);
  let from = values;
  for (let pass = 0; pass < 4; pass++) {
    const along = pass % 2 === 0;
    const [rows, count, step, stride] = along ? [height, width, 1, width] : [width, height, width, 1];
    const to = new Float32Array(values.length);
    for (let row = 0; row < rows; row++) {
      const first = row * stride;
      let sum = 0;
      for (let n = -half; n <= half; n++) sum += from[first + step * columnIn(n, count)]!;
      for (let n = 0; n < count; n++) {
        to[first + step * n] = sum * share;
        sum += from[first + step * columnIn(n + half + 1, count)]! - from[first + step * columnIn(n - half, count)]!;
      }
    }
    from = to;
  }
  return { width, height, values: from };
}

/** Half as wide and high. */
function halved(plane: Plane): Plane {
  const { width, height, values } = blurred(plane, 1);
  const [w, h] = [width >> 1, height >> 1];
  const out = new Float32Array(w * h);
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      const at = 2 * j * width + 2 * i;
      out[j * w + i] = (values[at]! + values[at + 1]! + values[at + width]! + values[at + width + 1]!) / 4;
    }
  return { width: w, height: h, values: out };
}

/** A plane between its pixels, bilinear; beyond the edge as at it. */
function between({ width, height, values }: Plane, x: number, y: number): number {
  const u = Math.min(Math.max(x, 0), width - 1);
  const v = Math.min(Math.max(y, 0), height - 1);
  const i = Math.min(Math.floor(u), width - 2);
  const j = Math.min(Math.floor(v), height - 2);
  const [fx, fy] = [u - i, v - j];
  const at = j * width + i;
  const top = values[at]! + fx * (values[at + 1]! - values[at]!);
  const bottom = values[at + width]! + fx * (values[at + width + 1]! - values[at + width]!);
  return top + fy * (bottom - top);
}

/** A component of a flow between its pixels; u and v from 0 to 1, beyond the edge as at it. */
export const componentAt = ({ width, height }: PixelFlow, values: Float32Array, u: number, v: number): number =>
  between({ width, height, values }, u * width - 0.5, v * height - 0.5);

/** The flow of a coarser level at a finer one: places and ways are twice as large. */
function finer(coarse: PixelFlow, { width, height }: Plane): PixelFlow {
  const of = (values: Float32Array) => {
    const plane = { width: coarse.width, height: coarse.height, values };
    const out = new Float32Array(width * height);
    for (let j = 0; j < height; j++)
      for (let i = 0; i < width; i++) out[j * width + i] = 2 * between(plane, i / 2 - 0.25, j / 2 - 0.25);
    return out;
  };
  return { width, height, right: of(coarse.right), down: of(coarse.down) };
}

/** Leaves a flow only where there is something to see: by the mean square of slopes within a window. */
function keepWhereSeen(a: Plane, flow: PixelFlow): void {
  const { width, height, values } = a;
  const slopes = new Float32Array(values.length);
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const gx = (between(a, i + 1, j) - between(a, i - 1, j)) / 2;
      const gy = (between(a, i, j + 1) - between(a, i, j - 1)) / 2;
      slopes[j * width + i] = gx * gx + gy * gy;
    }
  const seen = blurred({ width, height, values: slopes }, HALF).values;
  for (let at = 0; at < seen.length; at++) {
    const share = seen[at]! / (seen[at]! + FAINT);
    flow.right[at]! *= share;
    flow.down[at]! *= share;
  }
}

/** One round of Lucas & Kanade: the way that a window still lacks, by least squares of what differs. */
function improve(a: Plane, b: Plane, flow: PixelFlow): void {
  const { width, height, values } = a;
  const room = () => new Float32Array(values.length);
  const [xx, xy, yy, xt, yt] = [room(), room(), room(), room(), room()];
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const at = j * width + i;
      const [x, y] = [i + flow.right[at]!, j + flow.down[at]!];
      // Slopes of both pictures, where each is compared.
      const gx = (between(a, i + 1, j) - between(a, i - 1, j) + between(b, x + 1, y) - between(b, x - 1, y)) / 4;
      const gy = (between(a, i, j + 1) - between(a, i, j - 1) + between(b, x, y + 1) - between(b, x, y - 1)) / 4;
      const gone = between(b, x, y) - values[at]!;
      xx[at] = gx * gx;
      xy[at] = gx * gy;
      yy[at] = gy * gy;
      xt[at] = gx * gone;
      yt[at] = gy * gone;
    }
  const [sxx, sxy, syy, sxt, syt] = [xx, xy, yy, xt, yt].map(
    (own) => blurred({ width, height, values: own }, HALF).values,
  );
  for (let at = 0; at < values.length; at++) {
    const [p, q, r] = [sxx![at]! + EVEN, sxy![at]!, syy![at]! + EVEN];
    const size = p * r - q * q;
    flow.right[at]! -= (r * sxt![at]! - q * syt![at]!) / size;
    flow.down[at]! -= (p * syt![at]! - q * sxt![at]!) / size;
  }
}

const planeOf = ({ width, height, levels }: LevelImage): Plane => ({
  width,
  height,
  values: Float32Array.from(levels),
});

/**
 * How the pixels of one picture go to those of the next, of the same size: Lucas & Kanade 1981, by least squares over windows,
 * from a coarse picture to finer ones (Bouguet 2001). Even patches stay where they are. Large pictures
 * are halved first, and the flow is in pixels of the smaller ones.
 */
export function opticalFlow(from: LevelImage, to: LevelImage): PixelFlow {
  let finest: [Plane, Plane] = [blurred(planeOf(from), 1), blurred(planeOf(to), 1)];
  while (Math.max(finest[0].width, finest[0].height) > MOST_SIDE) finest = [halved(finest[0]), halved(finest[1])];
  const levels = [finest];
  while (Math.min(levels.at(-1)![0].width, levels.at(-1)![0].height) >= 2 * LEAST_SIDE)
    levels.push([halved(levels.at(-1)![0]), halved(levels.at(-1)![1])]);
  let flow: PixelFlow | undefined;
  for (const [a, b] of levels.toReversed()) {
    const { width, height } = a;
    const still = () => new Float32Array(width * height);
    flow = flow ? finer(flow, a) : { width, height, right: still(), down: still() };
    if (width >= 2 && height >= 2) for (let round = 0; round < ROUNDS; round++) improve(a, b, flow);
  }
  keepWhereSeen(finest[0], flow!);
  return flow!;
}
