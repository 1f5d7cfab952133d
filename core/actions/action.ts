import type { Kind } from '../describe/registry';
import type { VectorColumns } from '../math/vector';
import type { ParticleBlock, Sums } from '../stack/block';

/** What a field's vector does to a particle ("acts as"). */
export interface ActionKind extends Kind {
  /** Unit of the field's strength and meter when it acts this way. */
  readonly unit: string;
  /** Adds weight · vector of one field to the sums. */
  accumulate(block: ParticleBlock, weight: Float64Array, vector: VectorColumns, sums: Sums): void;
  /**
   * Magnitude in m/s² of the acceleration that one field causes at particle i of the block, given the complete sums:
   * what makes unlike fields comparable.
   */
  felt(block: ParticleBlock, i: number, weight: number, vector: VectorColumns, sums: Sums): number;
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
