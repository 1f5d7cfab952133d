import { readFormula } from '../core/lib/formula/formula';
import { cos, sin } from '../core/lib/math/exact';
import { atan2 } from '../core/lib/math/inverse';
import { uniform } from '../core/lib/random/lookup';
import { BLOCK } from '../core/lib/particle-block';

type Loop = (x: Float64Array, y: Float64Array, z: Float64Array, count: number, out: Float64Array) => void;

/** Formulas, and the same as loops written by hand. */
const PAIRS: readonly (readonly [string, string, Loop])[] = [
  [
    'arithmetic',
    'x × x + 2 × y × z − z ÷ (1 + y × y)',
    (x, y, z, count, out) => {
      for (let i = 0; i < count; i++) out[i] = x[i]! * x[i]! + 2 * y[i]! * z[i]! - z[i]! / (1 + y[i]! * y[i]!);
    },
  ],
  [
    'waves',
    'r = sqrt(x^2 + z^2)\nsin(6 × r − y) × cos(3 × atan2(z, x))',
    (x, y, z, count, out) => {
      for (let i = 0; i < count; i++) {
        const r = Math.sqrt(x[i]! * x[i]! + z[i]! * z[i]!);
        out[i] = sin(6 * r - y[i]!) * cos(3 * atan2(z[i]!, x[i]!));
      }
    },
  ],
  [
    'a choice',
    'x > y ? sqrt(abs(x)) : y × z + 1',
    (x, y, z, count, out) => {
      for (let i = 0; i < count; i++) out[i] = x[i]! > y[i]! ? Math.sqrt(Math.abs(x[i]!)) : y[i]! * z[i]! + 1;
    },
  ],
];

const ROUNDS = 9;
const REPEATS = 400;
const median = (values: number[]) => values.toSorted((a, b) => a - b)[values.length >> 1]!;

/** Prints how many times the time of the loop written by hand each formula takes. */
export function benchFormulas(): void {
  const [x, y, z] = [1, 2, 3].map((axis) =>
    Float64Array.from({ length: BLOCK }, (_, i) => 4 * uniform(axis, i, 1) - 2),
  );
  const out = new Float64Array(BLOCK);
  for (const [name, text, loop] of PAIRS) {
    const formula = readFormula(text, ['x', 'y', 'z']);
    const notes = { notFinite: 0 };
    const [hand, read]: [number[], number[]] = [[], []];
    for (let round = -1; round < ROUNDS; round++) {
      const begin = performance.now();
      for (let i = 0; i < REPEATS; i++) loop(x!, y!, z!, BLOCK, out);
      const middle = performance.now();
      for (let i = 0; i < REPEATS; i++) formula.run([x, y, z], BLOCK, out, notes);
      if (round < 0) continue;
      hand.push(middle - begin);
      read.push(performance.now() - middle);
    }
    console.log(
      JSON.stringify({
        case: `formula, ${name}`,
        timesTheLoopByHand: Number((median(read) / median(hand)).toFixed(2)),
      }),
    );
  }
}
