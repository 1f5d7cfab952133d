import { describe } from '../../document/parameters';
import { defineBody } from './bond';

/** Nothing holds particles together. */
export const free = defineBody({
  kind: 'free',
  label: 'free',
  summary: 'Every particle goes its own way.',
  parameters: describe({}),
  points: () => 1,
  formula: 'no force between particles',
  source: 'no source',
});
