import { actions } from '../kinds/actions';
import { bonds } from '../kinds/bodies';
import type { Documented, Kind, Registry } from '../document/registry';
import { extents } from '../kinds/falloff-shapes';
import { fields } from '../kinds/fields';
import { rules } from '../kinds/group-rules';
import { modulators } from '../kinds/modulators';
import { profiles } from '../kinds/curves';
import { tides } from '../kinds/automation';

/** A page of the handbook is a kind of a registry. */
export type HandbookKind = Kind & Documented;

/** The sorts of kinds that have pages, as they stand in addresses. */
export type Sort = 'field' | 'action' | 'extent' | 'profile' | 'modulator' | 'tide' | 'bond' | 'rule';

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
    sort: 'extent',
    title: 'Falloff shapes',
    about: 'The shape that distances are measured from; d is the distance to it.',
    registry: extents,
  },
  {
    sort: 'profile',
    title: 'Falloff curves',
    about: 'The curve of the falloff; s runs from 0 at the inner radius to 1 at the outer.',
    registry: profiles,
  },
  {
    sort: 'modulator',
    title: 'Modulators',
    about: 'A modulator multiplies the weight w of a field by its amount a.',
    registry: modulators,
  },
  { sort: 'tide', title: 'Automation', about: 'Moves a number over time without keyframes.', registry: tides },
  { sort: 'bond', title: 'Bodies', about: 'How the particles of one birth are joined.', registry: bonds },
  { sort: 'rule', title: 'Group rules', about: 'How a group combines its members.', registry: rules },
];
