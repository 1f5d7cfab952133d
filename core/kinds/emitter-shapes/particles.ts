import { describe } from '../../document/parameters';
import { defineEmitterShape } from './shape';

export const particlesParameters = describe({
  source: {
    type: 'reference',
    to: 'emitter',
    label: 'Parent emitter',
    default: '',
    help: 'The emitter of the parent particles.',
  },
  when: {
    type: 'choice',
    label: 'Births',
    default: 'life',
    options: [
      { value: 'life', label: 'during life' },
      { value: 'death', label: 'at death' },
    ],
    help: 'Births follow along the path of each parent, or come at its death.',
  },
  each: {
    type: 'number',
    fixed: true,
    label: 'Rate per parent',
    unit: '1/s',
    default: 20,
    min: 0,
    max: 10000,
    usual: [0, 100],
    help: 'The number of births per second from each parent.',
    shown: (v) => v['when'] === 'life',
  },
  from: {
    type: 'number',
    label: 'Fewest births',
    unit: '',
    default: 4,
    min: 0,
    max: 1000,
    whole: true,
    usual: [0, 50],
    help: 'The smallest number of births from one death.',
    shown: (v) => v['when'] === 'death',
  },
  to: {
    type: 'number',
    label: 'Most births',
    unit: '',
    default: 8,
    min: 0,
    max: 1000,
    whole: true,
    usual: [0, 50],
    help: 'The largest number of births from one death. At least the fewest.',
    shown: (v) => v['when'] === 'death',
  },
});

/** Another emitter's particles: children along their way, or at their death. The spawner of children does the rest. */
export const particles = defineEmitterShape({
  kind: 'particles',
  label: 'other particles',
  summary: 'Particles of another emitter give birth along their path or at their death.',
  parameters: particlesParameters,
  fromParticles: true,
  sampler: () => () => false,
  empty: (values) => (values['source'] === '' ? 'no emitter is chosen to be born from' : undefined),
  outline: () => [],
  handles: () => [],
});
