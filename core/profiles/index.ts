import { Registry } from '../describe/registry';
import { bell } from './bell';
import { exponential } from './exponential';
import { flat } from './flat';
import { inverseSquare } from './inverse-square';
import { linear } from './linear';
import type { ProfileKind } from './profile';
import { smooth } from './smooth';
import { smoother } from './smoother';

/** Every falloff curve. */
export const profiles = new Registry<ProfileKind>('profile', [smooth, smoother, linear, bell, exponential, inverseSquare, flat]);
