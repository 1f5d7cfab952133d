import { describe } from '../../document/parameters';
import { Purpose } from '../../lib/random/lookup';
import { defineResponse, keptOver, share, shareOf } from './response';

const parameters = describe({
  tangentialGain: share(
    'Tangential gain',
    0.98,
    'The fraction of the speed along the surface that is kept in each frame. 1 is frictionless.',
  ),
  tangentialVariation: share(
    'Tangential variation',
    0,
    'Each particle’s tangential gain is larger or smaller than the set one by up to this.',
  ),
});

/** Loses its speed towards the surface and goes on along it. */
export const slide = defineResponse({
  kind: 'slide',
  label: 'slide',
  summary: 'Particles slide along the surface without bouncing.',
  parameters,
  examples: [
    {
      values: { tangentialGain: 0.81 },
      impact: { frames: 0.5 },
      rebound: { fate: 'goes on', away: 0, along: 0.9, grip: 0.19 },
    },
  ],
  grip: ({ tangentialGain, tangentialVariation }) =>
    tangentialVariation > 0 ? undefined : Math.max(0, 1 - tangentialGain),
  compile(values) {
    const { tangentialGain, tangentialVariation } = values;
    return (impact, rebound) => {
      rebound.fate = 'goes on';
      rebound.away = 0;
      const kept = shareOf(impact, Purpose.tangentialGain, tangentialGain, tangentialVariation);
      rebound.along = keptOver(kept, impact.frames);
      rebound.grip = Math.max(0, 1 - kept);
    };
  },
});
