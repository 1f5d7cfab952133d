import { vectorColumns, type VectorColumns } from './math/vector';

/** Particles are worked on this many at a time, so that a block stays in the processor's cache. */
export const BLOCK = 1024;

/** The state of up to BLOCK particles of one emitter, as the fields see it. */
export interface ParticleBlock {
  count: number;
  /** Whose particles they are, by the order of the scene. */
  emitter: number;
  /** Metres, world axes. */
  readonly position: VectorColumns;
  /** Metres a second, world axes. */
  readonly velocity: VectorColumns;
  /** Where the particles were when their step began, where they are seen in the middle of it; metres, world axes. */
  start?: VectorColumns | undefined;
  /** Seconds of scene time for which this particle is seen. */
  readonly time: Float64Array;
  /** Seconds the step lasts for this particle: shorter for newborns. */
  readonly step: Float64Array;
  /** Kilograms. */
  readonly mass: Float64Array;
  /** Linear drag of the particle itself, kg/s. */
  readonly drag: Float64Array;
  /** Permanent numbers. */
  readonly id: Uint32Array;
  /** Numbers of the bodies that they belong to; a free particle has its own number. Random values depend on them. */
  readonly body: Uint32Array;
  /** Seconds since birth. */
  readonly age: Float64Array;
  /** Seconds from birth to death. */
  readonly life: Float64Array;
  /** Place along its strand, 0 at the root and 1 at the tip; 0 without a strand. */
  readonly along: Float64Array;
  /** The zone it is in: 0 for none, else its place in the scene's list, from 1. */
  readonly zone: Uint8Array;
}

/** An empty block. */
export function particleBlock(): ParticleBlock {
  const column = () => new Float64Array(BLOCK);
  return {
    count: 0,
    emitter: 0,
    position: vectorColumns(BLOCK),
    velocity: vectorColumns(BLOCK),
    time: column(),
    step: column(),
    mass: column(),
    drag: column(),
    id: new Uint32Array(BLOCK),
    body: new Uint32Array(BLOCK),
    age: column(),
    life: column(),
    along: column(),
    zone: new Uint8Array(BLOCK),
  };
}
