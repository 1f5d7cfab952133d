import type { Kind } from '../describe/registry';
import type { Values } from '../describe/parameters';
import type { LevelImage } from '../images/level-image';
import type { VectorColumns } from '../math/vector';
import type { ParticleBlock } from '../stack/block';

/**
 * Writes the field's vector F for each particle of the block. `local` holds the positions in the frame of the field's
 * place, metres; `out` is in the same frame, in the unit of the way the field acts. `velocity` holds the velocities in that
 * frame, m/s, for kinds that say they need it, and rubbish otherwise.
 */
export type FieldRoutine = (local: VectorColumns, block: ParticleBlock, out: VectorColumns, velocity: VectorColumns) => void;

/** What a field is compiled from. */
export interface FieldSource {
  readonly strength: number;
  /** 32-bit stream for the field's own randomness. */
  readonly stream: number;
  readonly settings: Values;
  /** The decoded image of a hash, or undefined where the scene lacks it. */
  image(hash: string): LevelImage | undefined;
}

/** Anything that gives a vector at a point and a time. */
export interface FieldKind extends Kind {
  /** An SVG path in a 24 × 24 box: its mark on the desk and in the view. */
  readonly glyph: string;
  readonly formula: string;
  /** Where the formula comes from. */
  readonly source: string;
  readonly strength: {
    readonly label: string;
    readonly default: number;
    /** What the fader spans; negative where a reversed field makes sense. */
    readonly usual: readonly [number, number];
    readonly min?: number;
  };
  /** Ways in which it can act; the first is the default. */
  readonly actions: readonly string[];
  /** The extent and profile a new one starts with. */
  readonly startsWith: { readonly extent: string; readonly profile: string };
  /** Numbers balanced against the strength, shown small on the strip. */
  readonly balance?: readonly string[];
  /** The name of its direction parameter, if it has one that must not be zero. */
  readonly direction?: string;
  /** True where its vector hangs on the velocity of the particle. */
  readonly needsVelocity?: boolean;
  /** True where its seed makes a difference. */
  readonly seeded?: boolean;
  /** Settings whose own sizes are fitted to particles within these half-widths, metres. */
  fit?(half: readonly [number, number, number]): Values;
  /** A sentence if, with these settings, F is zero everywhere although the strength is not to blame. */
  silent?(source: FieldSource): string | undefined;
  /** True where strength 0 leaves something to deliver. */
  deliversAtZero?(settings: Values): boolean;
  compile(source: FieldSource): FieldRoutine;
}
