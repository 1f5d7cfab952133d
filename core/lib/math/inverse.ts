import { cos, sin } from './exact';

/**
 * Inverse tangent and its kin with the same bits on every machine, from exactly specified operations only.
 * Coefficients: fdlibm (Sun Microsystems, 1993), recalled and checked against `Math` in the tests.
 */

const TERMS = [
  3.33333333333329318027e-1, -1.99999999998764832476e-1, 1.42857142725034663711e-1, -1.1111110405462355788e-1,
  9.09088713343650656196e-2, -7.69187620504482999495e-2, 6.66107313738753120669e-2, -5.83357013379057348645e-2,
  4.97687799461593236017e-2, -3.6531572744216915527e-2, 1.62858201153657823623e-2,
];

/** atan x = anchor + atan((x − c)/(1 + c·x)) with c = ½, 1, 3/2, ∞. */
export function atan(x: number): number {
  if (x !== x) return NaN;
  const a = Math.abs(x);
  let anchor = 0;
  let r = a;
  if (a >= 2.4375) {
    anchor = 1.5707963267948966;
    r = -1 / a;
  } else if (a >= 1.1875) {
    anchor = 0.982793723247329;
    r = (a - 1.5) / (1 + 1.5 * a);
  } else if (a >= 0.6875) {
    anchor = 0.7853981633974483;
    r = (a - 1) / (a + 1);
  } else if (a >= 0.4375) {
    anchor = 0.4636476090008061;
    r = (2 * a - 1) / (2 + a);
  }
  const z = r * r;
  let sum = 0;
  for (let i = TERMS.length - 1; i >= 0; i--) sum = TERMS[i]! + z * sum;
  const result = anchor + (r - r * z * sum);
  return x < 0 ? -result : result;
}

/** Angle of the point (x, y), −π … π; 0 at the origin. */
export function atan2(y: number, x: number): number {
  if (x > 0) return atan(y / x);
  if (x < 0) return y >= 0 ? atan(y / x) + Math.PI : atan(y / x) - Math.PI;
  return y > 0 ? Math.PI / 2 : y < 0 ? -Math.PI / 2 : 0;
}

/** Inverse cosine of x in −1 … 1, 0 … π. */
export function acos(x: number): number {
  return 2 * atan2(Math.sqrt(1 - x), Math.sqrt(1 + x));
}

/** Tangent of x in radians. */
export function tan(x: number): number {
  return sin(x) / cos(x);
}
