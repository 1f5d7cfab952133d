import type { Similarity } from '../../lib/math/similarity';
import type { VectorColumns } from '../../lib/math/vector';
import { BLOCK } from '../../lib/particle-block';
import type { FieldSource } from '../contracts/field';
import type { GroupFill } from '../contracts/group-fill';
import { fillInPlace } from './filled-grid';

/** So many steps of a grid within its box it goes over into what is outside. */
const FADE = 3;

/** The vectors of a group for those particles of a block that a grid filled from it does not reach, or not fully. */
export class GroupBeyond {
  private readonly noted = new Int32Array(BLOCK);
  private readonly shares = new Float64Array(BLOCK);
  private count = 0;
  private readonly vectors = new Float32Array(3 * BLOCK);
  private frame = NaN;
  private fill: GroupFill | undefined;

  constructor(
    private readonly source: Pick<FieldSource, 'group'>,
    private readonly group: string,
  ) {}

  /** Takes note of a particle by its place in the block, so many steps of the grid within its box. */
  note(index: number, stepsWithin: number): void {
    if (stepsWithin >= FADE) return;
    this.shares[this.count] = 1 - Math.max(0, stepsWithin / FADE);
    this.noted[this.count++] = index;
  }

  /** Mixes in the vectors of those that were noted, along the axes of the place, and forgets them. */
  write(local: VectorColumns, place: Similarity, frame: number, strength: number, out: VectorColumns): void {
    const { noted, shares, count, vectors } = this;
    this.count = 0;
    if (count === 0) return;
    if (frame !== this.frame) {
      this.frame = frame;
      this.fill = this.source.group(this.group, frame)?.fill;
    }
    const at = (n: number) => [local.x[noted[n]!]!, local.y[noted[n]!]!, local.z[noted[n]!]!] as const;
    if (this.fill) fillInPlace(place, count, at, vectors, this.fill);
    else vectors.fill(0, 0, 3 * count);
    for (let n = 0; n < count; n++) {
      const [i, share] = [noted[n]!, shares[n]!];
      out.x[i]! += share * (strength * vectors[3 * n]! - out.x[i]!);
      out.y[i]! += share * (strength * vectors[3 * n + 1]! - out.y[i]!);
      out.z[i]! += share * (strength * vectors[3 * n + 2]! - out.z[i]!);
    }
  }
}
