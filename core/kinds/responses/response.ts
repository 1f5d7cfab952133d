import type { Values, Description, ValuesOf } from '../../document/parameters';
import type { Kind } from '../../document/registry';
import { exp, log } from '../../lib/math/exact';
import { varied, type Purpose } from '../../lib/random/lookup';

/** A particle that meets a surface. */
export interface Impact {
  /** Speed towards the surface, seen from it, m/s; above 0. */
  into: number;
  /** True where it is so slow that it lies on the surface rather than bounces. */
  resting: boolean;
  /** Frames the substep has still to go for this particle. */
  frames: number;
  /** What the emitter's send makes of the restitution. */
  bounce: number;
  /** A number in [0, 1) that belongs to this particle and this collider. */
  hashRandom(purpose: number): number;
}

/** What becomes of it; written in place. */
export interface Rebound {
  fate: 'goes on' | 'sticks' | 'dies' | 'passes';
  /** Speed away from the surface, m/s. */
  away: number;
  /** Share of the speed along the surface that is kept. */
  along: number;
  /** Friction of what lies still: it stays where the surface leans by no more than the angle of this tangent. */
  grip: number;
}

/** A rebound that is known. One test holds them for every kind. */
export interface ResponseExample<V = Values> {
  /** Values that differ from the defaults. */
  readonly values?: Partial<V>;
  /** How the particle differs from one that meets the surface with 3 m/s, one frame before the end of the substep. */
  readonly impact?: Partial<Impact>;
  readonly rebound: Partial<Rebound>;
}

/** What a surface does to the particles that hit it. */
export interface ResponseKind<V = Values> extends Kind {
  compile(values: V): (impact: Impact, rebound: Rebound) => void;
  /** The friction of all particles that lie still; undefined where they differ, or none does. */
  grip?(values: V): number | undefined;
  /** Rebounds worked out by hand. */
  readonly examples: readonly ResponseExample<V>[];
}

/** Describes a kind of response: its routines see values of the types that its parameters say. */
export const defineResponse = <D extends Description>(
  kind: ResponseKind<ValuesOf<D>> & { readonly parameters: D },
): ResponseKind => kind;

/** A share that may vary by particle, and may exceed 1. */
export const share = (label: string, value: number, help: string) =>
  ({ type: 'number', label, unit: '', default: value, min: 0, max: 10, usual: [0, 1], help }) as const;

/** Restitution or slip of one particle: value ± variance, never below 0. */
export const shareOf = (
  impact: Impact,
  purpose: typeof Purpose.restitution | typeof Purpose.tangentialGain,
  value: number,
  variance: number,
): number => Math.max(0, variance > 0 ? varied(value, variance, impact.hashRandom(purpose)) : value);

/** The gain that was asked for last, and its logarithm: particles of one collider often share it. */
const last = new Float64Array([1, 0]);

/** What is left of a speed after some frames of which each leaves so much. */
export function keptOver(gain: number, frames: number): number {
  if (gain === 0 || frames === 1) return frames === 0 ? 1 : gain;
  if (gain !== last[0]) {
    last[0] = gain;
    last[1] = log(gain);
  }
  return exp(frames * last[1]!);
}

/**
 * The share of the speed along the surface that is kept: `slip` at a bounce; where the particle lies on the surface,
 * `slip` a frame, as a rate, so that it does not hang on the number of substeps.
 */
export const along = (impact: Impact, tangentialGain: number): number =>
  impact.resting ? keptOver(tangentialGain, impact.frames) : tangentialGain;
