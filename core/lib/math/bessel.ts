/**
 * Bessel function of the first kind J_n(x) for whole n ≥ 0, by Miller's downward recurrence
 * J_{k−1} = (2k/x)·J_k − J_{k+1}, normalised by J_0 + 2·(J_2 + J_4 + …) = 1 (Abramowitz & Stegun, 9.1.27 and 9.12).
 */
export function besselJ(n: number, x: number): number {
  const order = Math.floor(Math.abs(n));
  const a = Math.abs(x);
  if (a > 10000 || order > 200) return NaN;
  if (a === 0) return order === 0 ? 1 : 0;
  const start = 2 * Math.floor((Math.max(order, a) + 20 + Math.sqrt(60 * Math.max(order, a))) / 2);
  let above = 0;
  let here = 1e-30;
  let sum = 0;
  let wanted = 0;
  for (let k = start; k > 0; k--) {
    const below = ((2 * k) / a) * here - above;
    above = here;
    here = below;
    if (Math.abs(here) > 1e100) {
      here *= 1e-100;
      above *= 1e-100;
      sum *= 1e-100;
      wanted *= 1e-100;
    }
    if (k - 1 === order) wanted = here;
    if ((k - 1) % 2 === 0 && k - 1 > 0) sum += 2 * here;
  }
  const value = wanted / (sum + here);
  return x < 0 && order % 2 === 1 ? -value : value;
}
