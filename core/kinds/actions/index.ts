import { Registry } from '../../document/registry';
import { acceleration } from './acceleration';
import type { ActionKind } from './action';
import { carry } from './carry';
import { force } from './force';
import { confine } from './confine';
import { driveAction } from './drive';
import { level } from './level';
import { shift } from './shift';
import { slow } from './slow';
import { steerAction } from './steer';

/** Everything a field's vector can do. */
export const actions = new Registry<ActionKind>('way of acting', [
  force,
  acceleration,
  carry,
  driveAction,
  steerAction,
  shift,
  slow,
  confine,
  level,
]);
