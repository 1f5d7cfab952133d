import { describe } from '../../document/parameters';
import { Purpose } from '../../lib/random/lookup';
import { defineResponse, along, share, shareOf } from './response';

const parameters = describe({
  restitution: share(
    'Restitution',
    0.4,
    'Share of the speed off the surface that is left after a bounce; 1 loses nothing.',
  ),
  restitutionVariance: share('± restitution', 0, 'Restitutions differ by up to this, both ways, by particle.'),
  slip: share(
    'Slip',
    0.8,
    'Share of the speed along the surface that is kept at a bounce, and a frame while lying on it.',
  ),
  slipVariance: share('± slip', 0, 'Slips differ by up to this, both ways, by particle.'),
});

/** Bounces (Newton's law of restitution: v′ₙ = −e·vₙ), and comes to rest once it is slow. */
export const bounce = defineResponse({
  kind: 'bounce',
  label: 'bounce',
  summary: 'Particles bounce off, lose speed each time, and come to rest.',
  parameters,
  compile(values) {
    const { restitution, restitutionVariance, slip, slipVariance } = values;
    return (impact, rebound) => {
      const e = shareOf(impact, Purpose.restitution, restitution, restitutionVariance) * impact.bounce;
      rebound.fate = 'goes on';
      rebound.away = impact.resting ? 0 : e * impact.into;
      const kept = shareOf(impact, Purpose.slip, slip, slipVariance);
      rebound.along = along(impact, kept);
      rebound.grip = Math.max(0, 1 - kept);
    };
  },
});
