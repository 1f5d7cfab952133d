import { fault } from '../../document/faults';
import { describe } from '../../document/parameters';
import { defineField } from '../contracts/field';

const parameters = describe({
  lowest: {
    type: 'number',
    label: 'Minimum speed',
    unit: 'm/s',
    default: 0,
    min: 0,
    usual: [0, 5],
    help: 'Slower particles are sped up to this. Particles at rest stay at rest.',
  },
  highest: {
    type: 'number',
    label: 'Maximum speed',
    unit: 'm/s',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: 'Faster particles are slowed to this. At least the minimum speed.',
  },
});

/** Keeps speeds between two limits; its vector is (lowest, highest, 0). */
export const limit = defineField({
  kind: 'limit',
  family: 'limit',
  label: 'limit',
  summary: 'Keeps the speed of particles between a minimum and a maximum.',
  glyph: 'M4 19h16M4 5h16M12 8v8M9 10l3-3 3 3M9 14l3 3 3-3',
  formula: 's → min(highest, max(lowest, s))',
  source: 'common practice, no source',
  strength: { label: 'Fraction', default: 1, usual: [0, 1], min: 0 },
  actions: ['speed-limit'],
  startsWith: { falloff: 'everywhere', curve: 'smooth' },
  balance: ['lowest', 'highest'],
  starts: [
    { name: 'Ceiling', note: 'no particle gets too fast', strength: 1, settings: { lowest: 0, highest: 0.8 } },
    { name: 'Restless', note: 'no particle gets too slow', strength: 0.3, settings: { lowest: 0.6, highest: 3 } },
    { name: 'One pace', note: 'one speed for all', strength: 1, settings: { lowest: 1, highest: 1 } },
  ],
  parameters,
  examples: [
    {
      settings: { lowest: 0.5, highest: 2 },
      strength: 1,
      at: [0, 0, 0],
      vector: [0.5, 2, 0],
      source: 'by definition: lowest, highest, 0',
    },
  ],
  diagnose: {
    check(settings, field) {
      const { lowest, highest } = settings;
      return highest < lowest
        ? [fault('range', `${field}.highest`, highest, `a number from the lowest (${lowest} m/s) up`)]
        : [];
    },
  },
  compile({ settings }) {
    const { lowest, highest } = settings;
    return (_local, { count }, out) => {
      out.x.fill(lowest, 0, count);
      out.y.fill(highest, 0, count);
      out.z.fill(0, 0, count);
    };
  },
});
