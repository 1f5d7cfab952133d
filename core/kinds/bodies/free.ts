import { describe } from '../../document/parameters';
import { defineBody } from './bond';

/** Nothing holds particles together. */
export const free = defineBody({
  kind: 'free',
  label: 'points',
  summary: 'Every particle moves on its own.',
  parameters: describe({}),
  points: () => 1,
  formula: 'no force between particles',
  source: 'no source',
});
