/**
 * Bessel function of the first kind J_n(x) for whole n ≥ 0, by Miller's downward recurrence
 * J_{k−1} = (2k/x)·J_k − J_{k+1}, normalised by J_0 + 2·(J_2 + J_4 + …) = 1 (Abramowitz & Stegun, 9.1.27 and 9.12).
 */
export function besselJ(n: number, x: number): number {
  const order = Math.floor(Math.abs(n));
  const a = Math.abs(x);
  if (a > 10000 || order > 200) return NaN;
  if (a < 1e-9) return leadingTerm(order, x);
  const start = 2 * Math.floor((Math.max(order, a) + 20 + Math.sqrt(60 * Math.max(order, a))) / 2);
  const twiceInverse = 2 / a;
  // Two orders a round: `above` and `here` are those of k + 1 and k, an even number.
  let above = 0;
  let here = 1e-30;
  let sum = 0;
  let wanted = 0;
  for (let k = start; k > 0; k -= 2) {
    const odd = k * twiceInverse * here - above;
    const even = (k - 1) * twiceInverse * odd - here;
    above = odd;
    here = even;
    if (k - 1 === order) wanted = odd;
    else if (k - 2 === order) wanted = even;
    if (k > 2) sum += 2 * even;
    if (Math.abs(even) > 1e100) {
      here *= 1e-100;
      above *= 1e-100;
      sum *= 1e-100;
      wanted *= 1e-100;
    }
  }
  const value = wanted / (sum + here);
  return x < 0 && order % 2 === 1 ? -value : value;
}

/** (x/2)^n / n!, the first term of the series of J_n (Abramowitz & Stegun, 9.1.10): all there is of it near 0. */
function leadingTerm(n: number, x: number): number {
  let term = 1;
  for (let k = 1; k <= n; k++) term *= x / (2 * k);
  return term;
}
