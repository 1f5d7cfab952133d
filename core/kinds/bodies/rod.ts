import { BandedMatrix } from './banded';
import type { Body } from './body';

/** Most points of one rod. */
export const MOST_POINTS = 64;

/** How far off its length a piece may be before its force is worked out anew, as a share of its length. */
const CLOSE = 1e-7;

/** A piece off its length by more than this share of it is lost. */
const LOST = 0.5;

/** A particle that stays where it is weighs this many times as much as the stiffest row. */
const PINNED = 1e8;

/** What a thin rod is made of; everything a unit of its mass. */
export interface RodMaterial {
  /** Length of a piece, metres. */
  piece: number;
  /**
   * Bending stiffness over mass a metre, B/μ in m⁴/s², at the point between a piece and the next; the first is that of
   * the clamp.
   */
  readonly bend: Float64Array;
  /** Seconds τ by which the bending force looks ahead: B·(κ + τ·κ̇). */
  readonly damping: number;
  /** Metres a piece lengthens for each m/s² of force over the mass of a point. */
  give: number;
  /** Most rounds in which the forces along it are worked out. */
  readonly rounds: number;
}

/**
 * A row of points as a thin rod that bends and hardly stretches, taken over one step by backward Euler: x is where
 *
 *   W·(x − x̃)/dt² + Dᵀ·B·D·(x − x_rest) + τ·(…)˙ + Σ_e q_e·(x_b − x_a) = 0,   |x_b − x_a| = l·(1 + give)
 *
 * with x̃ where the fields alone take it, D second differences, and q the force density of each piece (Schek 1974, "The
 * force density method"). Bending is quadratic in x because pieces keep their length (Bergou et al. 2006, "A quadratic
 * bending model for inextensible surfaces"; the ghost point of a clamped end makes its term 2·B). For given q the
 * system is linear, banded and the same for x, y and z; q is found by Newton's method. At rest the result is the shape
 * of least energy, whatever the step.
 */
export class Rod {
  private material: RodMaterial = { piece: 1, bend: new Float64Array(0), damping: 0, give: 0, rounds: 1 };
  private readonly stiff = new BandedMatrix(MOST_POINTS);
  private readonly matrix = new BandedMatrix(MOST_POINTS);
  private readonly right = new Float64Array(3 * MOST_POINTS);
  private readonly x = new Float64Array(3 * MOST_POINTS);
  private readonly edge = new Float64Array(3 * MOST_POINTS);
  private readonly long = new Float64Array(MOST_POINTS);
  private readonly density = new Float64Array(MOST_POINTS);
  private readonly miss = new Float64Array(MOST_POINTS);
  private readonly column = new Float64Array(MOST_POINTS);
  private readonly system = new Float64Array(MOST_POINTS * MOST_POINTS);

  /**
   * Settles the points `from` … `from + n − 1` of a body, which are all there, in place; `clamped` where the first of
   * them keeps the direction of the rest there.
   */
  settle(material: RodMaterial, body: Body, from: number, n: number, clamped: boolean): void {
    const { now, state } = body;
    if (n < 2) return;
    this.material = material;
    this.gather(body, from, n, clamped);
    const { x, density } = this;
    density.fill(0, 0, n - 1);
    let worst = 0;
    for (let round = 0; ; round++) {
      this.place(n);
      worst = this.measure(n);
      if (worst < CLOSE * material.piece || round === material.rounds) break;
      this.improve(n);
    }
    // Folded up on itself, or thrown further than it is long: no forces were found.
    if (!(worst < LOST * material.piece)) this.follow(body, from, n);
    else
      for (let i = 0; i < n; i++)
        if (state[from + i] !== 2) for (let k = 0; k < 3; k++) now[3 * (from + i) + k] = x[3 * i + k]!;
  }

  /** Lays the points one after another, each a piece away from the one before, on its way to where it is. */
  private follow({ now, state }: Body, from: number, n: number): void {
    const { piece } = this.material;
    for (let i = from + 1; i < from + n; i++) {
      if (state[i] === 2) continue;
      const x = now[3 * i]! - now[3 * i - 3]!;
      const y = now[3 * i + 1]! - now[3 * i - 2]!;
      const z = now[3 * i + 2]! - now[3 * i - 1]!;
      const length = Math.sqrt(x * x + y * y + z * z);
      const by = length > 0 ? piece / length : 0;
      now[3 * i] = now[3 * i - 3]! + by * x;
      now[3 * i + 1] = now[3 * i - 2]! + by * y;
      now[3 * i + 2] = now[3 * i - 1]! + by * z;
    }
  }

  /** The matrix and the right side without the forces along the pieces. */
  private gather({ now, before, rest, state, weight, seconds }: Body, from: number, n: number, clamped: boolean): void {
    const { stiff, right } = this;
    const { bend, piece, damping } = this.material;
    stiff.clear();
    right.fill(0, 0, 3 * n);
    const ahead = damping / seconds;
    const perLength = 1 / (piece * piece * piece * piece);
    let stiffest = 1 / (seconds * seconds);
    for (let i = clamped ? 0 : 1; i < n - 1; i++) {
      const c = bend[from + i]! * perLength * (i === 0 ? 2 : 1);
      if (c === 0) continue;
      const full = c * (1 + ahead);
      stiffest = Math.max(stiffest, 6 * full);
      // (−1, 1) on the clamped end, (1, −2, 1) elsewhere.
      const a = i === 0 ? 0 : i - 1;
      const s: readonly number[] = i === 0 ? CLAMPED : BENT;
      for (let p = 0; p < s.length; p++) {
        stiff.diagonal[a + p]! += full * s[p]! * s[p]!;
        if (p + 1 < s.length) stiff.next[a + p]! += full * s[p]! * s[p + 1]!;
        if (p + 2 < s.length) stiff.second[a + p]! += full * s[p]! * s[p + 2]!;
      }
      for (let axis = 0; axis < 3; axis++) {
        let wanted = 0;
        let had = 0;
        for (let p = 0; p < s.length; p++) {
          const k = 3 * (from + a + p) + axis;
          wanted += s[p]! * rest[k]!;
          had += s[p]! * before[k]!;
        }
        const pull = c * (wanted + ahead * had);
        for (let p = 0; p < s.length; p++) right[3 * (a + p) + axis]! += pull * s[p]!;
      }
    }
    for (let i = 0; i < n; i++) {
      // A free end stands for half a piece.
      const half = i === n - 1 || (i === 0 && !clamped) ? 0.5 : 1;
      const inertia = state[from + i] === 2 ? PINNED * stiffest : (half * weight[from + i]!) / (seconds * seconds);
      stiff.diagonal[i]! += inertia;
      for (let axis = 0; axis < 3; axis++) right[3 * i + axis]! += inertia * now[3 * (from + i) + axis]!;
    }
  }

  /**
   * Where the points are with the forces along the pieces as they are. A push acts along the pieces as they last lay.
   */
  private place(n: number): void {
    const { matrix, stiff, right, density, edge, x } = this;
    matrix.copy(stiff);
    for (let i = 0; i < 3 * n; i++) x[i] = right[i]!;
    for (let e = 0; e < n - 1; e++) {
      const q = density[e]!;
      if (q > 0) {
        matrix.diagonal[e]! += q;
        matrix.diagonal[e + 1]! += q;
        matrix.next[e]! -= q;
      } else if (q < 0)
        for (let axis = 0; axis < 3; axis++) {
          const f = q * edge[3 * e + axis]!;
          x[3 * e + axis]! += f;
          x[3 * e + 3 + axis]! -= f;
        }
    }
    matrix.factor(n);
    for (let axis = 0; axis < 3; axis++) matrix.solve(n, x, axis, 3);
  }

  /** Takes the pieces as they lie; returns the largest error of a length, metres. */
  private measure(n: number): number {
    const { x, edge, long, density, miss } = this;
    const { piece, give } = this.material;
    let worst = 0;
    for (let e = 0; e < n - 1; e++) {
      let square = 0;
      for (let axis = 0; axis < 3; axis++) {
        const d = x[3 * e + 3 + axis]! - x[3 * e + axis]!;
        edge[3 * e + axis] = d;
        square += d * d;
      }
      long[e] = Math.max(1e-12, Math.sqrt(square));
      // |e|·(1 − give·q) = l
      miss[e] = long[e]! * softness(give, density[e]!) - piece;
      worst = Math.max(worst, Math.abs(miss[e]!));
    }
    return worst;
  }

  /** One step of Newton's method for the force densities: a change dq moves the points by −A⁻¹·Dᵀ·(dq ∘ e). */
  private improve(n: number): void {
    const { matrix, edge, long, density, miss, system, column } = this;
    const { give, piece } = this.material;
    const m = n - 1;
    for (let f = 0; f < m; f++) {
      column.fill(0, 0, n);
      column[f] = -1;
      column[f + 1] = 1;
      matrix.solve(n, column, 0, 1, f);
      for (let e = f; e < m; e++) {
        const along =
          edge[3 * e]! * edge[3 * f]! + edge[3 * e + 1]! * edge[3 * f + 1]! + edge[3 * e + 2]! * edge[3 * f + 2]!;
        system[e * MOST_POINTS + f] = ((column[e + 1]! - column[e]!) * along) / (long[e]! * long[f]!);
      }
      const soft = softness(give, density[f]!);
      system[f * MOST_POINTS + f]! += give / soft + 1e-12 * system[f * MOST_POINTS + f]!;
      // No more at a time than a piece is long: further than that, the slope says nothing.
      miss[f] = Math.min(piece, Math.max(-piece, miss[f]! / soft));
    }
    solveCholesky(system, miss, m);
    for (let e = 0; e < m; e++) density[e]! += miss[e]! / long[e]!;
  }
}

const CLAMPED = [-1, 1] as const;
const BENT = [1, -2, 1] as const;

/** How much of a stretched piece is its own length; a piece is never stretched to more than twice that. */
const softness = (give: number, density: number): number => Math.max(0.5, 1 - give * density);

/** Solves S·x = b in place, S symmetric positive definite with its lower half in rows of {@link MOST_POINTS}. */
function solveCholesky(s: Float64Array, b: Float64Array, n: number): void {
  for (let i = 0; i < n; i++) {
    const row = i * MOST_POINTS;
    for (let j = 0; j <= i; j++) {
      const other = j * MOST_POINTS;
      let sum = s[row + j]!;
      for (let k = 0; k < j; k++) sum -= s[row + k]! * s[other + k]!;
      s[row + j] = i === j ? Math.sqrt(Math.max(sum, 1e-30)) : sum / s[other + j]!;
    }
  }
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) b[i]! -= s[i * MOST_POINTS + k]! * b[k]!;
    b[i]! /= s[i * MOST_POINTS + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) b[i]! -= s[k * MOST_POINTS + i]! * b[k]!;
    b[i]! /= s[i * MOST_POINTS + i]!;
  }
}
