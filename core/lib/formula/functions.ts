import { besselJ } from '../math/bessel';
import { cos, exp, log, pow, sin } from '../math/exact';
import { atan2, tan } from '../math/inverse';
import { gradientNoise, seededCorners } from '../noise/gradient';
import { mix } from '../random/lookup';
import * as loops from './loops';

const corners = seededCorners(5);
const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));

/** x to the power y; whole powers of negative numbers as usual, others can't be computed. */
function power(x: number, y: number): number {
  if (y === 2) return x * x;
  if (x >= 0) return pow(x, y);
  if (y !== Math.floor(y)) return NaN;
  const size = pow(-x, y);
  return y % 2 === 0 ? size : -size;
}

/** x less the largest whole multiple of y that is not above it: never negative for y > 0. */
const mod = (x: number, y: number) => x - y * Math.floor(x / y);
const truth = (value: boolean) => (value ? 1 : 0);

/** Something that makes one number of others, for whole blocks at once. */
export interface Operation {
  /** Fewest and most numbers. */
  readonly takes: readonly [number, number];
  readonly help: string;
  readonly loop: loops.Loop;
}

const one = (help: string, loop: loops.Loop): Operation => ({ takes: [1, 1], help, loop });
const two = (help: string, loop: loops.Loop): Operation => ({ takes: [2, 2], help, loop });

/** Signs between two numbers. Comparisons give 1 where they hold, else 0. */
export const SIGNS: Readonly<Record<string, loops.Loop>> = {
  '+': loops.add,
  '-': loops.subtract,
  '*': loops.multiply,
  '/': loops.divide,
  '%': loops.pairs(mod),
  '^': loops.pairs(power),
  '<': loops.less,
  '>': loops.more,
  '<=': loops.pairs((a, b) => truth(a <= b)),
  '>=': loops.pairs((a, b) => truth(a >= b)),
  '==': loops.pairs((a, b) => truth(a === b)),
  '!=': loops.pairs((a, b) => truth(a !== b)),
  and: loops.pairs((a, b) => truth(a !== 0 && b !== 0)),
  or: loops.pairs((a, b) => truth(a !== 0 || b !== 0)),
};

/** Signs before a number. */
export const UNARY_SIGNS: Readonly<Record<string, loops.Loop>> = {
  '-': loops.negate,
  '+': loops.each((a) => a),
  not: loops.each((a) => truth(a === 0)),
};

/** Functions of the formula language, by name. */
export const FUNCTIONS: Readonly<Record<string, Operation>> = {
  sin: one('sine of radians', loops.each(sin)),
  cos: one('cosine of radians', loops.each(cos)),
  tan: one('tangent of radians', loops.each(tan)),
  atan2: two('angle of the point (x, y), given as y, x', loops.pairs(atan2)),
  exp: one('e to the power', loops.each(exp)),
  log: one('natural logarithm', loops.each(log)),
  sqrt: one('square root', loops.root),
  abs: one('size without sign', loops.absolute),
  min: { takes: [1, 8], help: 'the least', loop: loops.rows(Math.min) },
  max: { takes: [1, 8], help: 'the greatest', loop: loops.rows(Math.max) },
  floor: one('the largest integer that is not above it', loops.whole),
  mod: two('remainder, never negative: x, divisor', loops.pairs(mod)),
  clamp: { takes: [3, 3], help: 'kept between: x, low, high', loop: loops.triples(clamp) },
  mix: { takes: [3, 3], help: 'from a to b: a, b, t', loop: loops.triples((a, b, t) => a + t * (b - a)) },
  step: two(
    '0 below the edge, 1 from it on: edge, x',
    loops.pairs((edge, x) => (x < edge ? 0 : 1)),
  ),
  smoothstep: {
    takes: [3, 3],
    help: 'smoothly from 0 at low to 1 at high: low, high, x',
    loop: loops.triples((low, high, x) => {
      const t = clamp((x - low) / (high - low), 0, 1);
      return t * t * (3 - 2 * t);
    }),
  },
  noise: {
    takes: [1, 3],
    help: 'smooth noise from −1 to 1: x, y, z',
    loop: loops.rows((x, y = 0, z = 0) => gradientNoise(x, y, z, corners)),
  },
  besselj: two('Bessel function of the first kind: order, x', loops.pairs(besselJ)),
  random: one(
    'the same number in 0 … 1 for the same x',
    loops.each((x) => mix(Math.floor(x) | 0) * 2.3283064365386963e-10),
  ),
};
