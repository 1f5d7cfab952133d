import { Registry } from '../../document/registry';
import { drift } from './drift';
import { formula } from './formula';
import { fromDial } from './from-dial';
import { loudness } from './loudness';
import { gust } from './gust';
import { pulse } from './pulse';
import type { TideKind } from './tide';
import { wave } from './wave';

/** Everything that moves a number without keys. */
export const tides = new Registry<TideKind>('tide', [wave, drift, gust, pulse, loudness, fromDial, formula]);
