import { Registry } from '../../document/registry';
import type { AmountKind } from './amount';
import { burst } from './burst';
import { rate } from './rate';

/** Every way to say how many particles are born and when. */
export const amounts = new Registry<AmountKind>('kind of amount', [rate, burst]);
