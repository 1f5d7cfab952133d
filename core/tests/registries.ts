import type { Kind, Registry } from '../document/registry';
import { actions } from '../kinds/actions';
import { automationKinds } from '../kinds/automation';
import { bodies } from '../kinds/bodies';
import { colliderShapes } from '../kinds/colliders';
import { falloffCurves } from '../kinds/curves';
import { emissionKinds } from '../kinds/emission';
import { shapes } from '../kinds/emitter-shapes';
import { falloffShapes } from '../kinds/falloff-shapes';
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
  falloffShapes,
  falloffCurves,
  modulators,
  rules,
  shapes,
  masks,
  emissionKinds,
  gates,
  bodies,
  looks,
  colliderShapes,
  responses,
  automationKinds,
  meshSources,
];
