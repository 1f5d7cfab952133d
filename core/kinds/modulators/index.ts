import { Registry } from '../../document/registry';
import { age } from './age';
import { along } from './along';
import { formula } from './formula';
import { group } from './group';
import type { ModulatorKind } from './modulator';
import { noise } from './noise';
import { speed } from './speed';
import { texture } from './texture';
import { variance } from './variance';
import { weightMap } from './weight-map';
import { zone } from './zone';

/** Everything that can multiply the weight of a field. */
export const modulators = new Registry<ModulatorKind>('modulator', [
  noise,
  texture,
  weightMap,
  formula,
  age,
  speed,
  variance,
  along,
  group,
  zone,
]);
