import { Registry } from '../../document/registry';
import { bell } from './bell';
import { custom } from './custom';
import { exponential } from './exponential';
import { flat } from './flat';
import { inverseSquare } from './inverse-square';
import { linear } from './linear';
import { falloff, type ProfileKind } from './profile';
import { type ProfileValues } from '../../document/scene';
import { smooth } from './smooth';
import { smoother } from './smoother';

/** Every falloff curve. */
export const profiles = new Registry<ProfileKind>('profile', [
  smooth,
  smoother,
  linear,
  bell,
  exponential,
  inverseSquare,
  flat,
  custom,
]);

/** The falloff that a profile gives between a core and a reach in metres. */
export function falloffOf(profile: ProfileValues, core: number, reach: number): (d: number) => number {
  return falloff(profiles.get(profile.kind), profile, core, reach);
}
