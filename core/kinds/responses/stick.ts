import { defineResponse } from './response';

/** Stays where it hits, and moves with the collider. */
export const stick = defineResponse({
  kind: 'stick',
  label: 'stick',
  summary: 'Particles stay where they hit and move with the surface.',
  parameters: {},
  examples: [{ rebound: { fate: 'sticks', away: 0, along: 0 } }],
  compile: () => (_impact, rebound) => {
    rebound.fate = 'sticks';
    rebound.away = rebound.along = 0;
  },
});
