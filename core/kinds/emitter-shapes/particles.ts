import { describe } from '../../document/parameters';
import { defineEmitterShape } from './shape';

export const particlesParameters = describe({
  source: {
    type: 'reference',
    to: 'emitter',
    label: 'From the particles of',
    default: '',
    help: 'The emitter whose particles give birth.',
  },
  when: {
    type: 'choice',
    label: 'Born',
    default: 'life',
    options: [
      { value: 'life', label: 'while they live' },
      { value: 'death', label: 'at their death' },
    ],
    help: 'One after another along the way of each particle, or all at its end.',
  },
  each: {
    type: 'number',
    fixed: true,
    label: 'A second, from each',
    unit: '1/s',
    default: 20,
    min: 0,
    max: 10000,
    usual: [0, 100],
    help: 'How many each particle gives birth to in a second.',
    shown: (v) => v['when'] === 'life',
  },
  from: {
    type: 'number',
    label: 'At least',
    unit: '',
    default: 4,
    min: 0,
    max: 1000,
    whole: true,
    usual: [0, 50],
    help: 'Fewest that come of one death.',
    shown: (v) => v['when'] === 'death',
  },
  to: {
    type: 'number',
    label: 'At most',
    unit: '',
    default: 8,
    min: 0,
    max: 1000,
    whole: true,
    usual: [0, 50],
    help: 'Most that come of one death; where it is below the least, the least counts.',
    shown: (v) => v['when'] === 'death',
  },
});

/** Another emitter's particles: children along their way, or at their death. The spawner of children does the rest. */
export const particles = defineEmitterShape({
  kind: 'particles',
  label: 'another emitter’s particles',
  summary: 'Each particle of another emitter gives birth along its way, or at its death. They leave along its motion.',
  parameters: particlesParameters,
  fromParticles: true,
  sampler: () => () => false,
  empty: (values) => (values['source'] === '' ? 'no emitter is chosen to be born from' : undefined),
  outline: () => [],
  handles: () => [],
});
