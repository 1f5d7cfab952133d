import { describe } from '../../document/parameters';
import type { BondKind } from './bond';

/** Nothing holds particles together. */
export const free: BondKind = {
  kind: 'free',
  label: 'free',
  summary: 'Every particle goes its own way.',
  parameters: describe({}),
  points: () => 1,
  formula: 'no force between particles',
  source: 'no source',
};
