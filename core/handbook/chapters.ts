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
  { sort: 'field', title: 'Fields', about: 'What gives a vector at a point and a time.', registry: fields },
  {
    sort: 'action',
    title: 'Acts as',
    about: 'What a field’s vector F does to a particle, with its weight w.',
    registry: actions,
  },
  {
    sort: 'extent',
    title: 'Extents',
    about: 'The body that a falloff is measured from: d is the distance to it.',
    registry: extents,
  },
  {
    sort: 'profile',
    title: 'Profiles',
    about: 'The curve of the falloff: s runs from 0 at the core to 1 at the reach.',
    registry: profiles,
  },
  {
    sort: 'modulator',
    title: 'Modulators',
    about: 'What multiplies the weight w beside the falloff, by an amount a.',
    registry: modulators,
  },
  { sort: 'tide', title: 'Tides', about: 'What moves a number over time without keys.', registry: tides },
  { sort: 'bond', title: 'Bonds', about: 'How the particles of an emitter hang together.', registry: bonds },
  { sort: 'rule', title: 'Rules of groups', about: 'How a group combines its members.', registry: rules },
];
