import { gradientNoise, seededCorners } from '../noise/gradient';
import { uniform } from '../random/lookup';
import { cos, exp, sin } from '../math/exact';
import { atan2 } from '../math/inverse';
import type { LevelImage } from './level-image';

const SIDE = 256;

/** A 256 × 256 picture of a function of u, v in 0 … 1 with values in 0 … 1, drawn at its first use. */
function drawn(level: (u: number, v: number) => number): () => LevelImage {
  let image: LevelImage | undefined;
  return () => {
    if (image) return image;
    const levels = new Uint8Array(SIDE * SIDE);
    for (let j = 0; j < SIDE; j++)
      for (let i = 0; i < SIDE; i++) {
        const value = level((i + 0.5) / SIDE, (j + 0.5) / SIDE);
        levels[j * SIDE + i] = Math.floor(Math.min(1, Math.max(0, value)) * 255 + 0.5);
      }
    image = { width: SIDE, height: SIDE, levels };
    return image;
  };
}

const corners = seededCorners(7);

/** Smooth noise of two octaves. */
function smoothNoise(u: number, v: number): number {
  return 0.5 + 0.6 * (gradientNoise(u * 4, v * 4, 0.5, corners) + 0.4 * gradientNoise(u * 9, v * 9, 4.5, corners));
}

/**
 * Patches: the level of the nearest of scattered seeds, one in each cell of a 6 × 6 grid (Worley 1996, first feature).
 */
function patches(u: number, v: number): number {
  const n = 6;
  let best = Infinity;
  let level = 0;
  const ci = Math.floor(u * n);
  const cj = Math.floor(v * n);
  for (let j = cj - 1; j <= cj + 1; j++)
    for (let i = ci - 1; i <= ci + 1; i++) {
      const cell = (j + 8) * 64 + i + 8;
      const dx = i + uniform(11, cell, 1) - u * n;
      const dy = j + uniform(11, cell, 2) - v * n;
      const d = dx * dx + dy * dy;
      if (d < best) {
        best = d;
        level = uniform(11, cell, 3);
      }
    }
  return Math.floor(level * 5) / 4;
}

/** Counter-turning eddies as a flow: red to the right, green downwards, each from its middle. */
function colouredEddies(): LevelImage {
  const turn = (n: number) => 6.283185307179586 * n;
  const right = drawn((u, v) => 0.5 - 0.5 * cos(turn(u)) * sin(turn(v)));
  const down = drawn((u, v) => 0.5 + 0.5 * sin(turn(u)) * cos(turn(v)));
  eddies ??= { ...right(), red: right().levels, green: down().levels };
  return eddies;
}

let eddies: LevelImage | undefined;

/** Pictures of a round of the sweep, pixels along their sides, and how fast its light fades behind the arm, a turn. */
const SWEEP = { pictures: 96, side: 128, fade: 5, perSecond: 24 };

/** The n-th picture of a bright arm that goes round the middle, clockwise seen with v downwards, and fades behind itself. */
function sweepPicture(n: number): LevelImage {
  const { pictures, side, fade } = SWEEP;
  const levels = new Uint8Array(side * side);
  for (let at = 0; at < levels.length; at++) {
    const x = ((at % side) + 0.5) / side - 0.5;
    const y = (Math.floor(at / side) + 0.5) / side - 0.5;
    const turns = n / pictures - atan2(y, x) / 6.283185307179586;
    const behind = turns - Math.floor(turns);
    // The arm is a little wide, and soft in front.
    const front = Math.min(1, (1 - behind) * 40);
    const level = front < 1 ? 1 - front : exp(-fade * behind);
    const rim = Math.min(1, Math.max(0, (0.5 - Math.sqrt(x * x + y * y)) * 12));
    levels[at] = Math.floor(255 * level * rim + 0.5);
  }
  return { width: side, height: side, levels };
}

let sweeping: LevelImage | undefined;

/** A sweep that goes round in four seconds, over and over. */
function sweep(): LevelImage {
  if (sweeping) return sweeping;
  const pictures = Array.from({ length: SWEEP.pictures }, (_, n) => sweepPicture(n));
  sweeping = {
    ...pictures[0]!,
    series: { pictures, fps: SWEEP.perSecond, start: 0, framesEach: 1, outside: 'repeat' },
  };
  return sweeping;
}

/** Pictures made by code, for texture fields. */
export const patterns = [
  { value: 'noise', label: 'smooth noise', image: drawn(smoothNoise) },
  { value: 'patches', label: 'hard-edged patches', image: drawn(patches) },
  {
    value: 'rings',
    label: 'rings',
    image: drawn((u, v) => 0.5 + 0.5 * cos(Math.sqrt((u - 0.5) * (u - 0.5) + (v - 0.5) * (v - 0.5)) * 50)),
  },
  { value: 'eddies', label: 'eddies in red and green', image: colouredEddies },
  { value: 'sweep', label: 'sweep, which moves', image: sweep },
  { value: 'stripes', label: 'stripes', image: drawn((u) => 0.5 + 0.5 * sin(u * 37.69911184307752)) },
] as const;
