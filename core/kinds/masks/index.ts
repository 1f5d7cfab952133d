import { Registry } from '../../document/registry';
import { colours } from './colours';
import { formula } from './formula';
import { height } from './height';
import { hollows } from './hollows';
import type { MaskKind } from './mask';
import { noise } from './noise';
import { slope } from './slope';
import { texture } from './texture';
import { weightMap } from './weight-map';

/** Everything that narrows where an emitter gives birth. */
export const masks = new Registry<MaskKind>('kind of mask', [
  height,
  slope,
  hollows,
  noise,
  texture,
  weightMap,
  colours,
  formula,
]);
