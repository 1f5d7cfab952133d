import { defineResponse } from './response';

/** Goes through; only a split makes this surface felt. */
export const pass = defineResponse({
  kind: 'pass',
  label: 'pass',
  summary: 'Particles pass through. If the collider splits them, they leave pieces behind.',
  parameters: {},
  examples: [{ rebound: { fate: 'passes', away: 0, along: 1 } }],
  compile: () => (_impact, rebound) => {
    rebound.fate = 'passes';
    rebound.away = 0;
    rebound.along = 1;
  },
});
