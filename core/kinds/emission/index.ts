import { Registry } from '../../document/registry';
import type { EmissionKind } from './emission';
import { burst } from './burst';
import { rate } from './rate';

/** Every way to say how many particles are born and when. */
export const emissionKinds = new Registry<EmissionKind>('kind of emission', [rate, burst]);
