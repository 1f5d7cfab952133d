import type { Kind, Registry } from '../document/registry';
import { actions } from '../kinds/actions';
import { tides } from '../kinds/automation';
import { bonds } from '../kinds/bodies';
import { colliderShapes } from '../kinds/colliders';
import { profiles } from '../kinds/curves';
import { amounts } from '../kinds/emission';
import { shapes } from '../kinds/emitter-shapes';
import { extents } from '../kinds/falloff-shapes';
import { fields } from '../kinds/fields';
import { gates } from '../kinds/gates';
import { rules } from '../kinds/group-rules';
import { looks } from '../kinds/looks';
import { masks } from '../kinds/masks';
import { meshSources } from '../kinds/meshes';
import { modulators } from '../kinds/modulators';
import { responses } from '../kinds/responses';

/** Every registry of kinds. */
export const registries: readonly Registry<Kind & { readonly summary: string }>[] = [
  fields,
  actions,
  extents,
  profiles,
  modulators,
  rules,
  shapes,
  masks,
  amounts,
  gates,
  bonds,
  looks,
  colliderShapes,
  responses,
  tides,
  meshSources,
];
