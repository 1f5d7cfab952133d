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
import { modulators } from '../kinds/modulators';
import { responses } from '../kinds/responses';
import type { Documented, Kind, Registry } from '../document/registry';

/** A page of the handbook is a kind of a registry; some have a formula with its source. */
export type HandbookKind = Kind & Partial<Documented>;

/** The sorts of kinds that have pages, as they stand in addresses. */
export type Sort =
  | 'field'
  | 'action'
  | 'falloff'
  | 'curve'
  | 'modulator'
  | 'rule'
  | 'automation'
  | 'shape'
  | 'emission'
  | 'gate'
  | 'mask'
  | 'body'
  | 'look'
  | 'collider'
  | 'response';

/** The pages of one sort. */
export interface Chapter {
  readonly sort: Sort;
  readonly title: string;
  readonly about: string;
  readonly registry: Registry<HandbookKind>;
}

/** Every chapter of the handbook, from the registries themselves. */
export const chapters: readonly Chapter[] = [
  { sort: 'field', title: 'Fields', about: 'Each field gives a vector at a point and a time.', registry: fields },
  {
    sort: 'action',
    title: 'Ways of acting',
    about: 'How a field with the vector F and the weight w acts on a particle.',
    registry: actions,
  },
  {
    sort: 'falloff',
    title: 'Falloff shapes',
    about: 'The shape that distances are measured from; d is the distance to it.',
    registry: falloffShapes,
  },
  {
    sort: 'curve',
    title: 'Falloff curves',
    about: 'The curve of the falloff; s runs from 0 at the inner radius to 1 at the outer.',
    registry: falloffCurves,
  },
  {
    sort: 'modulator',
    title: 'Modulators',
    about: 'A modulator multiplies the weight w of a field by its amount a.',
    registry: modulators,
  },
  { sort: 'rule', title: 'Group rules', about: 'How a group combines its members.', registry: rules },
  {
    sort: 'automation',
    title: 'Automation',
    about: 'Moves a number over time without keyframes.',
    registry: automationKinds,
  },
  { sort: 'shape', title: 'Emitter shapes', about: 'The places where particles are born.', registry: shapes },
  { sort: 'emission', title: 'Emission', about: 'The number of births, and their times.', registry: emissionKinds },
  { sort: 'gate', title: 'Gates', about: 'The frames on which an emitter or a collider is active.', registry: gates },
  { sort: 'mask', title: 'Emission masks', about: 'Masks leave out places of an emitter’s shape.', registry: masks },
  { sort: 'body', title: 'Bodies', about: 'How the particles of one birth are joined.', registry: bodies },
  { sort: 'look', title: 'Looks', about: 'How particles are drawn.', registry: looks },
  { sort: 'collider', title: 'Collider shapes', about: 'Surfaces that stop particles.', registry: colliderShapes },
  { sort: 'response', title: 'Contact', about: 'The effect of a collider on a particle.', registry: responses },
];
