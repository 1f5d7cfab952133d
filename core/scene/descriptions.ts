import { describe } from '../describe/parameters';

/** Seeds are whole numbers of 32 bits. */
const seed = { type: 'number', label: 'Seed', unit: '', default: 1, min: 0, max: 4294967295, whole: true, usual: [0, 999] } as const;

/** Numbers of the scene as a whole. */
export const sceneParameters = describe({
  seed: { ...seed, help: 'Another seed gives another throw of every dice in the scene.' },
  draftShare: {
    type: 'number',
    label: 'Draft share',
    unit: '',
    default: 1,
    min: 0,
    above: true,
    max: 1,
    usual: [0.01, 1],
    help: 'The part of the particles that is simulated while working. A draft is a true sample of the whole.',
  },
});

/** Frames and seconds. */
export const timeParameters = describe({
  fps: { type: 'number', label: 'Rate', unit: 'fps', default: 24, min: 1, max: 240, usual: [12, 60], help: 'Frames a second.' },
  first: {
    type: 'number',
    label: 'First frame',
    unit: 'f',
    default: 0,
    min: -100000,
    max: 1000000,
    whole: true,
    usual: [0, 240],
    help: 'The first frame of the shot.',
  },
  last: {
    type: 'number',
    label: 'Last frame',
    unit: 'f',
    default: 96,
    min: -100000,
    max: 1000000,
    whole: true,
    usual: [24, 480],
    help: 'The last frame of the shot. Not before the first.',
  },
  preRoll: {
    type: 'number',
    label: 'Pre-roll',
    unit: 'f',
    default: 0,
    min: 0,
    max: 100000,
    whole: true,
    usual: [0, 240],
    help: 'Frames simulated before the first frame of the shot.',
  },
  substeps: {
    type: 'number',
    label: 'Substeps',
    unit: '',
    default: 1,
    min: 1,
    max: 64,
    whole: true,
    usual: [1, 16],
    help: 'Steps a frame: more for fast or stiff motion.',
  },
});

/** Position and rotation of a thing. */
export const placeParameters = describe({
  position: { type: 'vector', label: 'Position', unit: 'm', default: [0, 0, 0], help: 'Where it is.' },
  rotation: { type: 'vector', label: 'Rotation', unit: '°', default: [0, 0, 0], help: 'Turned about X, then Y, then Z.' },
});

/** The shot camera. */
export const cameraParameters = describe({
  position: { type: 'vector', label: 'Position', unit: 'm', default: [0, 1.6, 7], help: 'Where the camera is.' },
  target: { type: 'vector', label: 'Target', unit: 'm', default: [0, 1.4, 0], help: 'What it looks at.' },
  angle: {
    type: 'number',
    label: 'Vertical angle',
    unit: '°',
    default: 35,
    min: 1,
    max: 150,
    usual: [15, 70],
    help: 'How much it sees from top to bottom.',
  },
});

/** The picture that leaves the application. */
export const outputParameters = describe({
  width: {
    type: 'number',
    label: 'Width',
    unit: 'px',
    default: 1280,
    min: 16,
    max: 8192,
    whole: true,
    usual: [320, 3840],
    help: 'Width of the picture.',
  },
  height: {
    type: 'number',
    label: 'Height',
    unit: 'px',
    default: 720,
    min: 16,
    max: 8192,
    whole: true,
    usual: [240, 2160],
    help: 'Height of the picture.',
  },
  background: { type: 'colour', label: 'Background', default: '#0b0c0e', help: 'What is behind the particles.' },
  samples: {
    type: 'number',
    label: 'Blur samples',
    unit: '',
    default: 1,
    min: 1,
    max: 64,
    whole: true,
    usual: [1, 32],
    help: 'Sub-frame pictures that are averaged for motion blur; 1 for none.',
  },
  shutter: {
    type: 'number',
    label: 'Shutter',
    unit: '°',
    default: 180,
    min: 0,
    max: 360,
    usual: [0, 360],
    help: 'How long the shutter is open before the moment of the frame; 360° is a whole frame.',
    shown: (v) => v['samples'] !== 1,
  },
});

/** What an emitter gives each particle at its birth. */
export const birthParameters = describe({
  life: { type: 'number', label: 'Life', unit: 's', default: 3, min: 0, max: 100000, usual: [0, 10], help: 'How long a particle lives.' },
  lifeVariance: {
    type: 'number',
    label: '± life',
    unit: 's',
    default: 0,
    min: 0,
    max: 100000,
    usual: [0, 5],
    help: 'Lives differ by up to this, both ways.',
  },
  speed: { type: 'number', label: 'Speed', unit: 'm/s', default: 1, usual: [-5, 10], help: 'How fast a particle starts.' },
  speedVariance: {
    type: 'number',
    label: '± speed',
    unit: 'm/s',
    default: 0,
    min: 0,
    usual: [0, 5],
    help: 'Speeds differ by up to this, both ways.',
  },
  along: {
    type: 'choice',
    label: 'Leaves along',
    default: 'normal',
    options: [
      { value: 'normal', label: 'the normal' },
      { value: 'direction', label: 'a direction' },
    ],
    help: 'Straight off the shape, or in one direction of the emitter’s own frame.',
  },
  direction: {
    type: 'vector',
    label: 'Direction',
    unit: '',
    default: [0, 1, 0],
    help: 'Its length does not matter.',
    shown: (v) => v['along'] === 'direction',
  },
  spread: {
    type: 'number',
    label: 'Spread',
    unit: '°',
    default: 0,
    min: 0,
    max: 180,
    usual: [0, 180],
    help: 'Half the angle of the cone in which particles leave, evenly filled; 180° is every way.',
  },
  size: { type: 'number', label: 'Size', unit: 'm', default: 0.03, min: 0, usual: [0, 0.3], help: 'Diameter of a particle.' },
  sizeVariance: {
    type: 'number',
    label: '± size',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 0.2],
    help: 'Sizes differ by up to this, both ways.',
  },
  mass: {
    type: 'number',
    label: 'Mass',
    unit: 'kg',
    default: 1,
    min: 0,
    above: true,
    usual: [0.01, 10],
    help: 'Forces move heavy particles less.',
  },
  massVariance: {
    type: 'number',
    label: '± mass',
    unit: 'kg',
    default: 0,
    min: 0,
    usual: [0, 5],
    help: 'Masses differ by up to this, both ways; never below a thousandth of the mass.',
  },
  drag: {
    type: 'number',
    label: 'Drag',
    unit: 'kg/s',
    default: 0.4,
    min: 0,
    usual: [0, 5],
    help: 'What a medium takes hold of: speed is lost at drag ÷ mass a second.',
  },
  dragVariance: {
    type: 'number',
    label: '± drag',
    unit: 'kg/s',
    default: 0,
    min: 0,
    usual: [0, 5],
    help: 'Drags differ by up to this, both ways.',
  },
});

/** Numbers of an emitter beside its place, shape, amounts, births and look. */
export const emitterParameters = describe({
  seed: { ...seed, help: 'Another seed gives this emitter other particles.' },
  on: { type: 'switch', label: 'On', default: true, help: 'An emitter that is off makes no particles.' },
});

/** Numbers of a field beside its place, settings, extent, profile and sends. */
export const fieldParameters = describe({
  strength: {
    type: 'number',
    label: 'Strength',
    unit: '=',
    default: 1,
    usual: [-10, 10],
    help: 'How much, in the unit of the way it acts.',
  },
  seed: { ...seed, help: 'Another seed gives this field another pattern.' },
  mute: { type: 'switch', label: 'Mute', default: false, help: 'A muted field does nothing.' },
  solo: { type: 'switch', label: 'Solo', default: false, help: 'While any field is soloed, only soloed ones act.' },
});

/** How much of a field an emitter's particles feel. */
export const sendParameter = {
  type: 'number',
  label: 'Send',
  unit: '%',
  default: 1,
  min: 0,
  max: 2,
  usual: [0, 2],
  help: 'How much of the field this emitter’s particles feel: 1 is 100 %.',
} as const;
