import { besselJ } from '../math/bessel';
import { cos, exp, log, pow, sin } from '../math/exact';
import { atan2, tan } from '../math/inverse';
import { gradientNoise, seededCorners } from '../noise/gradient';
import { mix } from '../random/lookup';

const corners = seededCorners(5);
const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));

/** x to the power y; whole powers of negative numbers as usual, others give 0 as what can't be computed does. */
export function power(x: number, y: number): number {
  if (x >= 0) return pow(x, y);
  if (y !== Math.floor(y)) return NaN;
  const size = pow(-x, y);
  return y % 2 === 0 ? size : -size;
}

/** x less the largest whole multiple of y that is not above it: never negative for y > 0. */
const mod = (x: number, y: number) => x - y * Math.floor(x / y);

interface FormulaFunction {
  readonly takes: readonly [number, number];
  readonly help: string;
  call(...numbers: number[]): number;
}

/** Functions of the formula language, by name. */
export const FUNCTIONS: Readonly<Record<string, FormulaFunction>> = {
  sin: { takes: [1, 1], help: 'sine of radians', call: sin },
  cos: { takes: [1, 1], help: 'cosine of radians', call: cos },
  tan: { takes: [1, 1], help: 'tangent of radians', call: tan },
  atan2: { takes: [2, 2], help: 'angle of the point (x, y), given as y, x', call: atan2 },
  exp: { takes: [1, 1], help: 'e to the power', call: exp },
  log: { takes: [1, 1], help: 'natural logarithm', call: log },
  sqrt: { takes: [1, 1], help: 'square root', call: Math.sqrt },
  abs: { takes: [1, 1], help: 'size without sign', call: Math.abs },
  min: { takes: [1, 8], help: 'the least', call: Math.min },
  max: { takes: [1, 8], help: 'the greatest', call: Math.max },
  floor: { takes: [1, 1], help: 'the whole number not above it', call: Math.floor },
  mod: { takes: [2, 2], help: 'remainder, never negative: x, divisor', call: mod },
  clamp: { takes: [3, 3], help: 'kept between: x, low, high', call: clamp },
  mix: { takes: [3, 3], help: 'from a to b: a, b, t', call: (a, b, t) => a! + t! * (b! - a!) },
  step: { takes: [2, 2], help: '0 below the edge, 1 from it on: edge, x', call: (edge, x) => (x! < edge! ? 0 : 1) },
  smoothstep: {
    takes: [3, 3],
    help: 'smoothly from 0 at low to 1 at high: low, high, x',
    call: (low, high, x) => {
      const t = clamp((x! - low!) / (high! - low!), 0, 1);
      return t * t * (3 - 2 * t);
    },
  },
  noise: { takes: [1, 3], help: 'smooth noise from −1 to 1: x, y, z', call: (x, y = 0, z = 0) => gradientNoise(x!, y, z, corners) },
  besselj: { takes: [2, 2], help: 'Bessel function of the first kind: order, x', call: besselJ },
  random: { takes: [1, 1], help: 'the same number in 0 … 1 for the same x', call: (x) => mix(Math.floor(x!) | 0) * 2.3283064365386963e-10 },
};
