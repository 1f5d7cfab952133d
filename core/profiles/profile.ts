import type { Kind } from '../describe/registry';
import { describe } from '../describe/parameters';
import { pow } from '../math/exact';

/** The curve from core (s = 0) to reach (s = 1). */
export interface ProfileKind extends Kind {
  /** p in 0 … 1 at s in 0 … 1; d and core in metres, for the profiles that need lengths. */
  value(s: number, d: number, core: number): number;
  /** True where the core must be above 0. */
  readonly needsCore: boolean;
}

/** Slope and invert, which every profile has beside its kind. */
export const profileCommon = describe({
  slope: {
    type: 'number',
    label: 'Slope',
    unit: '',
    default: 1,
    min: 0,
    max: 64,
    usual: [0, 4],
    help: 'The profile is raised to this power: above 1 falls sooner, below 1 later, 0 is full everywhere.',
  },
  invert: {
    type: 'switch',
    label: 'Invert',
    default: false,
    help: 'Nothing in the core, full at the reach and everywhere outside.',
  },
});

/** A complete falloff: weight at a distance d in metres. */
export function falloff(profile: ProfileKind, core: number, reach: number, slope: number, invert: boolean): (d: number) => number {
  const span = reach - core;
  return (d) => {
    const s = d <= core ? 0 : d >= reach ? 1 : (d - core) / span;
    const p = pow(profile.value(s, d, core), slope);
    return invert ? 1 - p : p;
  };
}
