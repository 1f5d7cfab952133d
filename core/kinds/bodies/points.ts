import { describe } from '../../document/parameters';
import { defineBody } from './body';

/** Nothing holds particles together. */
export const points = defineBody({
  kind: 'points',
  label: 'points',
  summary: 'Every particle moves on its own.',
  parameters: describe({}),
  points: () => 1,
  formula: 'no force between particles',
  source: 'no source',
});
