/** Nearer to 0 than this the closed forms lose digits, and their series are taken. */
const SMALL = 0.01;

/** φ = (1 − e^(−z)) / z, the mean of e^(−t) over 0 … z; `decay` is e^(−z). */
export function meanDecay(z: number, decay: number): number {
  return Math.abs(z) < SMALL ? 1 - z * meanRamp(z, 1) : (1 - decay) / z;
}

/** ψ = (1 − φ) / z, the mean of (1 − t/z)·e^(−t) over 0 … z; φ is the {@link meanDecay} of z. */
export function meanRamp(z: number, mean: number): number {
  return Math.abs(z) < SMALL ? 1 / 2 - z * (1 / 6 - z * (1 / 24 - z * (1 / 120 - z / 720))) : (1 - mean) / z;
}
