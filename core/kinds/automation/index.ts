import { Registry } from '../../document/registry';
import { drift } from './drift';
import { formula } from './formula';
import { fromDial } from './from-dial';
import { loudness } from './loudness';
import { gust } from './gust';
import { pulse } from './pulse';
import type { AutomationKind } from './automation';
import { wave } from './wave';

/** Everything that moves a number without keys. */
export const automationKinds = new Registry<AutomationKind>('automation', [
  wave,
  drift,
  gust,
  pulse,
  loudness,
  fromDial,
  formula,
]);
