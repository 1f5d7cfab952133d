import { describe, type Description } from '../parameters';

const variance = (label: string, unit: string, what: string, usual: readonly [number, number]) =>
  ({
    type: 'number',
    label,
    unit,
    default: 0,
    min: 0,
    usual,
    help: `Each ${what} is larger or smaller than the set one by up to this.`,
  }) as const;

const mortal = (v: Readonly<Record<string, unknown>>) => v['immortal'] !== true;
const aims = (v: Readonly<Record<string, unknown>>) => v['launchDirection'] === 'direction';
const turns = (v: Readonly<Record<string, unknown>>) => v['orientation'] === 'given';

/** What an emitter gives each particle at its birth. */
export const birthParameters = describe({
  immortal: { type: 'switch', label: 'Unlimited lifetime', default: false, help: 'Particles never die of age.' },
  life: {
    type: 'number',
    label: 'Lifetime',
    unit: 's',
    default: 3,
    min: 0,
    max: 100000,
    usual: [0, 10],
    help: 'How long a particle lives, from birth to death.',
    shown: mortal,
  },
  lifeVariance: {
    type: 'number',
    label: 'Lifetime variation',
    unit: 's',
    default: 0,
    min: 0,
    max: 100000,
    usual: [0, 5],
    help: 'Each lifetime is longer or shorter than the set one by up to this.',
    shown: mortal,
  },
  lifeDistribution: {
    type: 'choice',
    label: 'Lifetime distribution',
    default: 'uniform',
    options: [
      { value: 'uniform', label: 'uniform' },
      { value: 'long-tailed', label: 'long-tailed' },
    ],
    help: 'Uniform makes all lifetimes within the variation equally likely. Long-tailed lets a few particles live much longer.',
    shown: (v) => mortal(v) && v['lifeVariance'] !== 0,
  },
  speed: {
    type: 'number',
    label: 'Launch speed',
    unit: 'm/s',
    default: 1,
    usual: [-5, 10],
    help: 'The speed of a particle at its birth.',
  },
  speedVariance: variance('Speed variation', 'm/s', 'launch speed', [0, 5]),
  launchDirection: {
    type: 'choice',
    label: 'Launch direction',
    default: 'normal',
    options: [
      { value: 'normal', label: 'normal' },
      { value: 'direction', label: 'one direction' },
      { value: 'tangent', label: 'tangent' },
      { value: 'outward', label: 'outward' },
    ],
    help: 'Normal leaves the surface at right angles, tangent follows it, and outward points away from the emitter’s centre.',
  },
  direction: {
    type: 'vector',
    label: 'Direction',
    unit: '',
    default: [0, 1, 0],
    help: 'The direction of launch. Only its direction counts, not its length.',
    shown: aims,
  },
  axes: {
    type: 'choice',
    label: 'Direction axes',
    default: 'own',
    options: [
      { value: 'own', label: 'the emitter’s' },
      { value: 'world', label: 'the world’s' },
    ],
    help: 'With the emitter’s axes the direction turns as the emitter and its carriers turn; with the world’s it stays.',
    shown: aims,
  },
  spread: {
    type: 'number',
    label: 'Spread',
    unit: '°',
    default: 0,
    min: 0,
    max: 180,
    usual: [0, 180],
    help: 'Half the opening angle of a cone about the launch direction. Wider cones scatter more; 180° launches in all directions.',
  },
  inheritedMotion: {
    type: 'number',
    label: 'Inherited motion',
    unit: '%',
    default: 0,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'The percentage of the emitter’s velocity that a particle starts with. At 100 % it leaves as from a moving vehicle.',
  },
  size: {
    type: 'number',
    label: 'Size',
    unit: 'm',
    default: 0.03,
    min: 0,
    usual: [0, 0.3],
    help: 'The diameter of a particle.',
  },
  sizeVariance: variance('Size variation', 'm', 'size', [0, 0.2]),
  mass: {
    type: 'number',
    label: 'Mass',
    unit: 'kg',
    default: 1,
    min: 0,
    above: true,
    usual: [0.01, 10],
    help: 'Heavier particles are accelerated less by forces.',
  },
  massVariance: {
    ...variance('Mass variation', 'kg', 'mass', [0, 5]),
    help: 'Each mass is larger or smaller than the set one by up to this, but at least a thousandth of it.',
  },
  drag: {
    type: 'number',
    label: 'Drag',
    unit: 'kg/s',
    default: 0.4,
    min: 0,
    usual: [0, 5],
    help: 'The grip of air or water on a particle. More drag slows it sooner and lets flows carry it better.',
  },
  dragVariance: variance('Drag variation', 'kg/s', 'drag', [0, 5]),
  orientation: {
    type: 'choice',
    label: 'Orientation',
    default: 'given',
    options: [
      { value: 'given', label: 'by angles' },
      { value: 'normal', label: 'normal' },
      { value: 'any', label: 'random' },
    ],
    help: 'How a particle with a visible orientation is turned at its birth.',
  },
  angles: {
    type: 'vector',
    label: 'Angles',
    unit: '°',
    default: [0, 0, 0],
    help: 'Rotation about the emitter’s X, then Y, then Z.',
    shown: turns,
  },
  tilt: {
    type: 'number',
    label: 'Tilt variation',
    unit: '°',
    default: 0,
    min: 0,
    max: 180,
    usual: [0, 90],
    help: 'Each particle is tilted by up to this about a random axis.',
    shown: (v) => v['orientation'] !== 'any',
  },
  spin: {
    type: 'number',
    label: 'Spin',
    unit: '°',
    default: 0,
    usual: [-360, 360],
    help: 'How far a particle rotates in one spin unit: a second, a frame or a metre of its way.',
  },
  spinVariance: variance('Spin variation', '°', 'spin', [0, 360]),
  spinUnit: {
    type: 'choice',
    label: 'Spin unit',
    default: 'second',
    options: [
      { value: 'second', label: 'per second' },
      { value: 'frame', label: 'per frame' },
      { value: 'metre', label: 'per metre' },
    ],
    help: 'Per second or frame, spin is steady. Per metre, a particle rolls: its spin grows with its speed and stops when it rests.',
  },
  spinAbout: {
    type: 'choice',
    label: 'Spin axis',
    default: 'any',
    options: [
      { value: 'any', label: 'random' },
      { value: 'axis', label: 'one axis' },
    ],
    help: 'Random gives each particle its own axis.',
  },
  spinAxis: {
    type: 'vector',
    label: 'Axis',
    unit: '',
    default: [0, 1, 0],
    help: 'The axis of the spin, in the emitter’s axes. Only its direction counts, not its length.',
    shown: (v) => v['spinAbout'] === 'axis',
  },
}) satisfies Description;

function group(title: string, page: string, names: readonly (keyof typeof birthParameters)[]) {
  const parameters: Description = Object.fromEntries(names.map((name) => [name, birthParameters[name]]));
  return { title, page, parameters };
}

/** Births in the groups in which one thinks of them, each with its page of the handbook. */
export const birthGroups = {
  lifetime: group('Lifetime', 'topic/lifetime', ['immortal', 'life', 'lifeVariance', 'lifeDistribution']),
  launch: group('Launch', 'topic/launch', [
    'speed',
    'speedVariance',
    'launchDirection',
    'direction',
    'axes',
    'spread',
    'inheritedMotion',
  ]),
  substance: group('Size, mass and drag', 'topic/substance', [
    'size',
    'sizeVariance',
    'mass',
    'massVariance',
    'drag',
    'dragVariance',
  ]),
  turning: group('Orientation and spin', 'topic/turning', [
    'orientation',
    'angles',
    'tilt',
    'spin',
    'spinVariance',
    'spinUnit',
    'spinAbout',
    'spinAxis',
  ]),
} as const;
