import { Registry } from '../../document/registry';
import { acceleration } from './acceleration';
import type { ActionKind } from './action';
import { flow } from './flow';
import { force } from './force';
import { speedLimit } from './speed-limit';
import { setVelocity } from './set-velocity';
import { mask } from './mask';
import { move } from './move';
import { drag } from './drag';
import { steerAction } from './steer';

/** Everything a field's vector can do. */
export const actions = new Registry<ActionKind>('way of acting', [
  force,
  acceleration,
  flow,
  setVelocity,
  steerAction,
  move,
  drag,
  speedLimit,
  mask,
]);
