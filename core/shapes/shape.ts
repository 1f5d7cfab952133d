import type { Values } from '../describe/parameters';
import type { Kind } from '../describe/registry';
import type { Outline, SizeHandle } from '../places/handle';

/** Where a particle is born: position in metres and unit normal, both in the emitter's own frame; written in place. */
export interface BirthPlace {
  x: number;
  y: number;
  z: number;
  nx: number;
  ny: number;
  nz: number;
}

/** The n-th number in [0, 1) that belongs to this particle. */
export type Pick = (n: number) => number;

/** What particles are born from. */
export interface ShapeKind extends Kind {
  /** Writes the birth place of one particle. */
  sampler(values: Values): (pick: Pick, out: BirthPlace) => void;
  outline(values: Values): Outline;
  handles(values: Values): readonly SizeHandle[];
}
