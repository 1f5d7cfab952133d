/**
 * Elementary functions that give the same bits on every machine.
 *
 * `Math.sin` and its kin differ in their last bits between JavaScript engines; whatever touches a particle uses
 * these instead. They are built only from operations that IEEE 754 and ECMAScript fix exactly (+ − × ÷, sqrt, floor,
 * bit operations). Coefficients: fdlibm (Sun Microsystems, 1993), recalled and checked against `Math` in the tests.
 * Errors are below 2 units in the last place for arguments of ordinary size.
 */

const view = new DataView(new ArrayBuffer(8));

/** 2^n for whole n from −1022 to 1023, at n + 1022; by exact doubling, since building it from bits is slow. */
const POWERS = (() => {
  const powers = new Float64Array(2046);
  powers[1022] = 1;
  for (let n = 1; n <= 1023; n++) powers[1022 + n] = powers[1021 + n]! * 2;
  for (let n = 1; n <= 1022; n++) powers[1022 - n] = powers[1023 - n]! / 2;
  return powers;
})();

function powerOfTwo(n: number): number {
  return POWERS[n + 1022]!;
}

/** value · 2^n; in two steps, so that a result near the ends of the range is neither lost nor spilt. */
function scaleByPowerOfTwo(value: number, n: number): number {
  if (n > 1023) return value * powerOfTwo(1023) * powerOfTwo(Math.min(n - 1023, 1023));
  if (n < -1022) return value * powerOfTwo(-1022) * powerOfTwo(Math.max(n + 1022, -1022));
  return value * powerOfTwo(n);
}

const HALF_PI_HIGH = 1.57079632673412561417;
const HALF_PI_MIDDLE = 6.0771005063039659766e-11;
const HALF_PI_LOW = 2.02226624879595063154e-21;

/** sin of x in −π/4 … π/4. */
function sineKernel(x: number): number {
  const z = x * x;
  const r =
    8.33333333332248946124e-3 +
    z *
      (-1.98412698298579493134e-4 +
        z * (2.75573137070700676789e-6 + z * (-2.50507602534068634195e-8 + z * 1.58969099521155010221e-10)));
  return x + z * x * (-1.66666666666666324348e-1 + z * r);
}

/** cos of x in −π/4 … π/4. */
function cosineKernel(x: number): number {
  const z = x * x;
  const r =
    z *
    (4.16666666666666019037e-2 +
      z *
        (-1.38888888888741095749e-3 +
          z *
            (2.48015872894767294178e-5 +
              z * (-2.75573143513906633035e-7 + z * (2.0875723212981748279e-9 + z * -1.13596475577881948265e-11)))));
  const half = 0.5 * z;
  const w = 1 - half;
  return w + (1 - w - half + z * r);
}

function turned(x: number, quarterTurns: number): number {
  if (!(Math.abs(x) < 1e9)) return Number.isFinite(x) ? turned(x % 6.283185307179586, quarterTurns) : NaN;
  const n = Math.floor(x * 0.6366197723675814 + 0.5);
  const r = x - n * HALF_PI_HIGH - n * HALF_PI_MIDDLE - n * HALF_PI_LOW;
  const quarter = (((n + quarterTurns) % 4) + 4) % 4;
  if (quarter === 0) return sineKernel(r);
  if (quarter === 1) return cosineKernel(r);
  return quarter === 2 ? -sineKernel(r) : -cosineKernel(r);
}

/** Sine of x in radians. */
export function sin(x: number): number {
  return turned(x, 0);
}

/** Cosine of x in radians. */
export function cos(x: number): number {
  return turned(x, 1);
}

const LN2_HIGH = 6.9314718036912381649e-1;
const LN2_LOW = 1.90821492927058770002e-10;

/** e^x; 0 below about −745, Infinity above about 709.8. */
export function exp(x: number): number {
  if (!(x < 709.782712893384)) return x !== x ? NaN : Infinity;
  if (x < -745.1332191019412) return 0;
  const k = Math.floor(x * 1.442695040888963387 + 0.5);
  const high = x - k * LN2_HIGH;
  const low = k * LN2_LOW;
  const r = high - low;
  const t = r * r;
  const c =
    r -
    t *
      (1.66666666666666019037e-1 +
        t *
          (-2.77777777770155933842e-3 +
            t * (6.61375632143793436117e-5 + t * (-1.6533902205465251539e-6 + t * 4.13813679705723846039e-8))));
  return scaleByPowerOfTwo(1 - (low - (r * c) / (2 - c) - high), k);
}

/** Natural logarithm of x; −Infinity at 0, NaN below. */
export function log(x: number): number {
  if (!(x > 0)) return x === 0 ? -Infinity : NaN;
  if (x === Infinity) return Infinity;
  let k = 0;
  if (x < 2.2250738585072014e-308) {
    x *= 18014398509481984;
    k -= 54;
  }
  view.setFloat64(0, x);
  let high = view.getUint32(0);
  k += (high >>> 20) - 1023;
  high &= 0xfffff;
  const i = (high + 0x95f64) & 0x100000;
  view.setUint32(0, high | (i ^ 0x3ff00000));
  k += i >>> 20;
  const f = view.getFloat64(0) - 1;
  const s = f / (2 + f);
  const z = s * s;
  const w = z * z;
  const even = w * (3.999999999940941908e-1 + w * (2.222219843214978396e-1 + w * 1.531383769920937332e-1));
  const odd =
    z *
    (6.66666666666673513e-1 +
      w * (2.857142874366239149e-1 + w * (1.818357216161805012e-1 + w * 1.479819860511658591e-1)));
  const half = 0.5 * f * f;
  return k * LN2_HIGH - (half - (s * (half + odd + even) + k * LN2_LOW) - f);
}

/** x to the power y for x ≥ 0 (NaN below 0). Relative error grows as |y·ln x| · 1e-16. */
export function pow(x: number, y: number): number {
  if (y === 0) return 1;
  if (y === 1) return x;
  if (y === 2) return x * x;
  if (y === 0.5) return Math.sqrt(x);
  if (x === 0) return y > 0 ? 0 : Infinity;
  return exp(y * log(x));
}

/** Cube root of x, either sign: a first guess from the logarithm, then one Newton step. */
export function cbrt(x: number): number {
  if (x === 0 || !Number.isFinite(x)) return x;
  const a = x < 0 ? -x : x;
  let r = exp(log(a) / 3);
  r -= (r * r * r - a) / (3 * r * r);
  return x < 0 ? -r : r;
}
