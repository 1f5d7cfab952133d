import type { Documented, Kind } from '../../document/registry';
import type { VectorColumns } from '../../lib/math/vector';
import type { ParticleBlock } from '../../lib/particle-block';
import type { Sums } from '../contracts/sums';

/** What a field's vector does to a particle ("acts as"). */
export interface ActionKind extends Kind, Documented {
  /** Unit of the field's strength when it acts this way. */
  readonly unit: string;
  /** Unit of the field's vector, and of its meter. */
  readonly vectorUnit: string;
  /**
   * Set where the strength is a weight, the share of the old that is replaced a frame, and no size of the vector: what
   * a fader spans then. Contributions are rates, see `rate.ts`.
   */
  readonly blends?: { readonly default: number; readonly usual: readonly [number, number]; readonly min?: number };
  /** True where the field's vector stands for a speed that has a number of its own. */
  readonly paced?: boolean;
  /** Adds weight · vector of one field to the sums. */
  accumulate(block: ParticleBlock, weight: Float64Array, vector: VectorColumns, sums: Sums): void;
  /**
   * Magnitude in m/s² of the acceleration that one field causes at particle i of the block, given the complete sums and
   * the frames a second: what makes unlike fields comparable.
   */
  felt(block: ParticleBlock, i: number, weight: number, vector: VectorColumns, sums: Sums, fps: number): number;
  /** True where particles without drag feel nothing of it. */
  readonly needsDrag: boolean;
  /** False where the field's columns are coefficients and no direction, so that its rotation does not turn them. */
  readonly isVector: boolean;
}

/** Length of entry i of vector columns. */
export function magnitude(v: VectorColumns, i: number): number {
  const x = v.x[i]!;
  const y = v.y[i]!;
  const z = v.z[i]!;
  return Math.sqrt(x * x + y * y + z * z);
}
