import { defineResponse } from './response';

/** Ends where it hits. */
export const die = defineResponse({
  kind: 'die',
  label: 'die',
  summary: 'Particles die on contact.',
  parameters: {},
  examples: [{ rebound: { fate: 'dies', away: 0, along: 0 } }],
  compile: () => (_impact, rebound) => {
    rebound.fate = 'dies';
    rebound.away = rebound.along = 0;
  },
});
