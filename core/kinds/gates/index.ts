import { Registry } from '../../document/registry';
import { always } from './always';
import { formula } from './formula';
import type { GateKind } from './gate';
import { pulses } from './pulses';
import { windows } from './windows';

/** Everything that says when something is on. */
export const gates = new Registry<GateKind>('kind of gate', [always, windows, pulses, formula]);
