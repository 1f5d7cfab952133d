import { describe } from '../parameters';

/** Where a thing is, and what carries it. Position, rotation and scale can be keyed. */
export const transformParameters = describe({
  position: {
    type: 'vector',
    label: 'Position',
    unit: 'm',
    default: [0, 0, 0],
    help: 'The position, measured from the carrier if there is one.',
  },
  rotation: {
    type: 'vector',
    label: 'Rotation',
    unit: '°',
    default: [0, 0, 0],
    help: 'Rotation about X, then Y, then Z.',
  },
  scale: {
    type: 'number',
    label: 'Scale',
    unit: '×',
    default: 1,
    min: 0.0001,
    max: 10000,
    usual: [0.1, 10],
    help: 'Scales the shape. Strengths and particle sizes stay the same.',
  },
  carrier: {
    type: 'reference',
    to: 'carrier',
    label: 'Attached to',
    default: '',
    help: 'The carrier or path that moves it.',
  },
  follows: {
    type: 'choice',
    label: 'Follows',
    default: 'transform',
    options: [
      { value: 'transform', label: 'whole transform' },
      { value: 'position', label: 'position only' },
    ],
    help: 'Whether it also turns and scales with its carrier.',
    shown: (v) => v['carrier'] !== '',
  },
});

/** A null frame that carries other things. */
export const carrierParameters = describe({
  shown: {
    type: 'switch',
    label: 'Visible in the view',
    default: true,
    help: 'Draws it in the view. The simulation is the same without it.',
  },
  motion: {
    type: 'choice',
    label: 'Motion',
    default: 'keyframes',
    options: [
      { value: 'keyframes', label: 'keyframes' },
      { value: 'fields', label: 'fields' },
      { value: 'path', label: 'along a path' },
      { value: 'strand', label: 'along a strand' },
    ],
    help: 'Keyframes alone move it; or fields push it like a particle, with a spring back to its keyframed position; or it goes along a path of the scene, or rides on a strand.',
  },
  mass: {
    type: 'number',
    label: 'Mass',
    unit: 'kg',
    default: 1,
    min: 0,
    above: true,
    usual: [0.01, 10],
    help: 'A heavier carrier is accelerated less by forces.',
    shown: feels,
  },
  drag: {
    type: 'number',
    label: 'Drag',
    unit: 'kg/s',
    default: 1,
    min: 0,
    usual: [0, 5],
    help: 'The grip of the air or water on it.',
    shown: feels,
  },
  springBack: {
    type: 'number',
    label: 'Spring back',
    unit: 'Hz',
    default: 0.5,
    min: 0,
    max: 100,
    usual: [0, 4],
    help: 'The frequency of the spring that pulls it back to its own position. Higher is stiffer; at 0 it drifts away.',
    shown: feels,
  },
  damping: {
    type: 'number',
    label: 'Damping',
    unit: '',
    default: 0.3,
    min: 0,
    max: 100,
    usual: [0, 1],
    help: 'How quickly its swinging dies down. At 1 it returns without overshooting.',
    shown: (v) => feels(v) && v['springBack'] !== 0,
  },
  feels: {
    type: 'reference',
    to: 'group',
    label: 'Moved by',
    default: '',
    none: 'all fields',
    help: 'The group of fields that moves it, or all fields. Fields attached to it and fields that read particles do not.',
    shown: feels,
  },
  ridesOn: {
    type: 'reference',
    to: 'carrier',
    holding: 'path',
    label: 'Path to follow',
    default: '',
    help: 'The path of the scene that it goes along.',
    shown: follows,
  },
  travelled: {
    type: 'number',
    label: 'Position along the path',
    unit: '%',
    default: 0,
    usual: [0, 100],
    help: 'The position along the path: 0 is its start, 100 its end. On a closed path it goes on beyond 100, or below 0, lap after lap. Keyframe or automate it to move the carrier.',
    shown: follows,
  },
  turns: {
    type: 'switch',
    label: 'Turn with the path',
    default: true,
    help: 'Its X axis points along the path; its own rotation turns it from there.',
    shown: follows,
  },
  strandOf: {
    type: 'reference',
    to: 'emitter',
    label: 'Strand emitter',
    default: '',
    help: 'The emitter with the strand that it rides on.',
    shown: rides,
  },
  strand: {
    type: 'number',
    label: 'Strand',
    unit: '',
    fixed: true,
    default: 1,
    min: 1,
    whole: true,
    usual: [1, 200],
    help: 'The number of the strand, in the order of the first emission of its emitter.',
    shown: rides,
  },
  along: {
    type: 'number',
    label: 'Position along the strand',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'The position along the strand: 0 is its root, 100 its tip.',
    shown: rides,
  },
});

function feels(v: Readonly<Record<string, unknown>>): boolean {
  return v['motion'] === 'fields';
}

function follows(v: Readonly<Record<string, unknown>>): boolean {
  return v['motion'] === 'path';
}

function rides(v: Readonly<Record<string, unknown>>): boolean {
  return v['motion'] === 'strand';
}
