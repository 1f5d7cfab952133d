import type { Vector } from '../../lib/math/vector';

/** One octave of curl noise. */
export interface CurlLayer {
  /** 1/m. */
  readonly frequency: number;
  readonly amplitude: number;
  /** 32 bits. */
  readonly seed: number;
  /** What is added to each part of a place in the noise, which moves its lattice along its diagonal. */
  readonly shift: number;
}

/**
 * What the vector of a field comes to, said in numbers, for those hot kinds that a kernel can work out by itself.
 * Places are in the frame of the field’s place, vectors along its axes.
 */
export type KernelDescriptor =
  /** The same at every place; and so much of the field’s own velocity. */
  | { readonly kind: 'same'; readonly vector: Vector; readonly ownMotion: number }
  /** The sum of curls of three simplex noises each, at the place less drift · time. */
  | {
      readonly kind: 'curl';
      readonly drift: Vector;
      /** The octaves at a time, seconds. */
      layersAt(time: number): readonly CurlLayer[];
      /** Whether the octaves are others at another time. */
      readonly evolves: boolean;
      /** The size every vector is brought to; undefined where they stay as they are. */
      readonly size?: number;
    }
  /** S·s(r) about an axis, gather towards it, and a lift along it; u and v are across the axis. */
  | {
      readonly kind: 'vortex';
      readonly swirl: 'even' | 'solid' | 'smooth';
      readonly u: Vector;
      readonly v: Vector;
      readonly axis: Vector;
      readonly lift: number;
      readonly strength: number;
      readonly radius: number;
      readonly inwardPull: number;
    }
  /** −S·r/ρ^power with ρ² = r² + softening²; none within the hollow. */
  | {
      readonly kind: 'pull';
      readonly strength: number;
      readonly power: 0 | 1 | 2 | 3;
      readonly softening: number;
      readonly hollow: number;
    };

export type DescriptorOf<K extends KernelDescriptor['kind']> = Extract<KernelDescriptor, { kind: K }>;
