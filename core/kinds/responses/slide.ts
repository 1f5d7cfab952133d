import { describe } from '../../document/parameters';
import { pow } from '../../lib/math/exact';
import { Purpose } from '../../lib/random/lookup';
import { defineResponse, share, shareOf } from './response';

const parameters = describe({
  slip: share('Slip', 0.98, 'Share of the speed along the surface that is kept a frame; 1 is without friction.'),
  slipVariance: share('± slip', 0, 'Slips differ by up to this, both ways, by particle.'),
});

/** Loses its speed towards the surface and goes on along it. */
export const slide = defineResponse({
  kind: 'slide',
  label: 'slide',
  summary: 'Particles do not bounce: they go on along the surface.',
  parameters,
  examples: [
    { values: { slip: 0.81 }, impact: { frames: 0.5 }, rebound: { fate: 'goes on', away: 0, along: 0.9, grip: 0.19 } },
  ],
  compile(values) {
    const { slip, slipVariance } = values;
    return (impact, rebound) => {
      rebound.fate = 'goes on';
      rebound.away = 0;
      const kept = shareOf(impact, Purpose.slip, slip, slipVariance);
      rebound.along = pow(kept, impact.frames);
      rebound.grip = Math.max(0, 1 - kept);
    };
  },
});
