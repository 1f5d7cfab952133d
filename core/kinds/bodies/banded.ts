/**
 * A symmetric positive definite matrix with two bands beside its diagonal, and its factors: A = L·D·Lᵀ (Golub & Van
 * Loan, "Matrix Computations", 4.3).
 */
export class BandedMatrix {
  readonly diagonal: Float64Array;
  /** Entries (i, i + 1) and (i, i + 2). */
  readonly next: Float64Array;
  readonly second: Float64Array;
  private readonly d: Float64Array;
  private readonly u: Float64Array;
  private readonly v: Float64Array;

  constructor(most: number) {
    const room = () => new Float64Array(most);
    [this.diagonal, this.next, this.second, this.d, this.u, this.v] = [room(), room(), room(), room(), room(), room()];
  }

  clear(): void {
    this.diagonal.fill(0);
    this.next.fill(0);
    this.second.fill(0);
  }

  /** Takes the entries of another. */
  copy(from: BandedMatrix): void {
    this.diagonal.set(from.diagonal);
    this.next.set(from.next);
    this.second.set(from.second);
  }

  /** Factors the first `n` rows. */
  factor(n: number): void {
    const { diagonal, next, second, d, u, v } = this;
    for (let i = 0; i < n; i++) {
      const u1 = i > 0 ? u[i - 1]! : 0;
      const v2 = i > 1 ? v[i - 2]! : 0;
      const d1 = i > 0 ? d[i - 1]! : 0;
      const d2 = i > 1 ? d[i - 2]! : 0;
      const pivot = diagonal[i]! - d1 * u1 * u1 - d2 * v2 * v2;
      d[i] = pivot;
      u[i] = (next[i]! - d1 * u1 * (i > 0 ? v[i - 1]! : 0)) / pivot;
      v[i] = second[i]! / pivot;
    }
  }

  /**
   * Solves A·x = b for a right side that is 0 above row `first`, with every `stride`-th number from `at` on; in place.
   */
  solve(n: number, b: Float64Array, at = 0, stride = 1, first = 0): void {
    const { d, u, v } = this;
    for (let i = first + 1; i < n; i++) {
      const k = at + i * stride;
      b[k] = b[k]! - u[i - 1]! * b[k - stride]! - (i > first + 1 ? v[i - 2]! * b[k - 2 * stride]! : 0);
    }
    for (let i = n - 1; i >= 0; i--) {
      const k = at + i * stride;
      b[k] = b[k]! / d[i]! - (i + 1 < n ? u[i]! * b[k + stride]! : 0) - (i + 2 < n ? v[i]! * b[k + 2 * stride]! : 0);
    }
  }
}
