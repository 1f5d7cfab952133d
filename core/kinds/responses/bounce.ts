import { describe } from '../../document/parameters';
import { Purpose } from '../../lib/random/lookup';
import { defineResponse, along, share, shareOf } from './response';

const parameters = describe({
  restitution: share('Restitution', 0.4, 'The fraction of the speed that is left after a bounce; 1 loses none.'),
  restitutionVariance: share(
    'Restitution variation',
    0,
    'Each particle’s restitution is larger or smaller than the set one by up to this.',
  ),
  tangentialGain: share(
    'Tangential gain',
    0.8,
    'The fraction of the speed along the surface that is kept at each bounce, and in each frame of contact. Below 1 is friction; above 1 speeds particles up.',
  ),
  tangentialVariation: share(
    'Tangential variation',
    0,
    'Each particle’s tangential gain is larger or smaller than the set one by up to this.',
  ),
});

/** Bounces (Newton's law of restitution: v′ₙ = −e·vₙ), and comes to rest once it is slow. */
export const bounce = defineResponse({
  kind: 'bounce',
  label: 'bounce',
  summary: 'Particles bounce, lose speed and come to rest.',
  parameters,
  examples: [
    {
      values: { restitution: 0.5, tangentialGain: 0.8 },
      rebound: { fate: 'goes on', away: 1.5, along: 0.8, grip: 0.2 },
    },
    { values: { restitution: 1, tangentialGain: 1 }, rebound: { away: 3, along: 1, grip: 0 } },
    // Half of it by the send; more than 1 speeds up along the surface, and has no friction
    {
      values: { restitution: 0.5, tangentialGain: 1.4 },
      impact: { bounce: 0.5 },
      rebound: { away: 0.75, along: 1.4, grip: 0 },
    },
    // Slow, it lies: its slip in four substeps is that of a frame
    { values: { tangentialGain: 0.0625 }, impact: { resting: true, frames: 0.25 }, rebound: { away: 0, along: 0.5 } },
  ],
  grip: ({ tangentialGain, tangentialVariation }) =>
    tangentialVariation > 0 ? undefined : Math.max(0, 1 - tangentialGain),
  compile(values) {
    const { restitution, restitutionVariance, tangentialGain, tangentialVariation } = values;
    return (impact, rebound) => {
      const e = shareOf(impact, Purpose.restitution, restitution, restitutionVariance) * impact.bounce;
      rebound.fate = 'goes on';
      rebound.away = impact.resting ? 0 : e * impact.into;
      const kept = shareOf(impact, Purpose.tangentialGain, tangentialGain, tangentialVariation);
      rebound.along = along(impact, kept);
      rebound.grip = Math.max(0, 1 - kept);
    };
  },
});
