import { Registry } from '../describe/registry';
import { bell } from './bell';
import { flat } from './flat';
import { inverseSquare } from './inverse-square';
import { linear } from './linear';
import type { ProfileKind } from './profile';
import { smooth } from './smooth';

/** Every falloff curve. */
export const profiles = new Registry<ProfileKind>('profile', [smooth, linear, bell, inverseSquare, flat]);
