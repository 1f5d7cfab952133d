import type { Documented, Kind } from '../../document/registry';
import type { VectorColumns } from '../../lib/math/vector';

/** What one member of a group delivers to each particle of a block. */
export interface Member {
  /** w·F; for blends λ·F; for scalars the number in x. */
  readonly vector: VectorColumns;
  /** λ for blends; for others it is not used. */
  readonly rate: Float64Array;
  /** How much of what came before it covers when layered: mix × its weight, 0 … 1. */
  readonly cover: Float64Array;
  /** 0 … 1, for layered groups. */
  readonly mix: number;
  /** The part of it that goes into the result. Written by the rule. */
  readonly groupWeight: Float64Array;
}

/**
 * How a group combines its members. The result is the sum of group weight × member, so every particle's motion can be
 * accounted for.
 */
export interface RuleKind extends Kind, Documented {
  /** True where only bare numbers can be combined so. */
  readonly scalarsOnly?: boolean;
  /** True where the mix of the members counts. */
  readonly mixes?: boolean;
  /** Writes the shares of the members (those that are unmuted and in their span). `scalar` says that x alone counts. */
  shares(members: readonly Member[], count: number, scalar: boolean): void;
}
