import { vectorColumns, type VectorColumns } from '../../lib/math/vector';
import { BLOCK } from '../../lib/particle-block';

/** Room to evaluate one field or group on one block. */
export interface RowScratch {
  readonly local: VectorColumns;
  readonly velocity: VectorColumns;
  readonly start: VectorColumns;
  readonly damping: VectorColumns;
  readonly outward: VectorColumns;
  readonly lengthwise: VectorColumns;
  readonly distance: Float64Array;
  /** w: curve × modulators × span × send; with the strength where that is a weight. */
  readonly weight: Float64Array;
  /** F in world axes. */
  readonly vector: VectorColumns;
  /** Where a modulator sees the particles, and what it makes of them. */
  readonly where: VectorColumns;
  readonly value: Float64Array;
  /** Room for the members of a group; made when it is first needed. */
  inner: RowScratch | undefined;
}

/** Empty room for one block. */
export function rowScratch(): RowScratch {
  return {
    local: vectorColumns(BLOCK),
    velocity: vectorColumns(BLOCK),
    start: vectorColumns(BLOCK),
    damping: vectorColumns(BLOCK),
    outward: vectorColumns(BLOCK),
    lengthwise: vectorColumns(BLOCK),
    distance: new Float64Array(BLOCK),
    weight: new Float64Array(BLOCK),
    vector: vectorColumns(BLOCK),
    where: vectorColumns(BLOCK),
    value: new Float64Array(BLOCK),
    inner: undefined,
  };
}

/** The room within a room. */
export function innerOf(room: RowScratch): RowScratch {
  room.inner ??= rowScratch();
  return room.inner;
}
