import { Registry } from '../describe/registry';
import { acceleration } from './acceleration';
import type { ActionKind } from './action';
import { carry } from './carry';
import { force } from './force';
import { slow } from './slow';

/** Everything a field's vector can do. */
export const actions = new Registry<ActionKind>('way of acting', [force, acceleration, carry, slow]);
