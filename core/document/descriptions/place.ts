import { describe } from '../parameters';

/** Where a thing is, and what carries it. Position, rotation and scale can be keyed. */
export const placeParameters = describe({
  position: {
    type: 'vector',
    label: 'Position',
    unit: 'm',
    default: [0, 0, 0],
    help: 'Where it is, in the frame of its carrier.',
  },
  rotation: {
    type: 'vector',
    label: 'Rotation',
    unit: '°',
    default: [0, 0, 0],
    help: 'Turned about X, then Y, then Z.',
  },
  scale: {
    type: 'number',
    label: 'Scale',
    unit: '×',
    default: 1,
    min: 0.0001,
    max: 10000,
    usual: [0.1, 10],
    help: 'Size of the body itself. Neither strengths nor the sizes of particles change with it.',
  },
  carrier: {
    type: 'reference',
    to: 'carrier',
    label: 'Carried by',
    default: '',
    help: 'The carrier in whose frame it stands.',
  },
  follows: {
    type: 'choice',
    label: 'Follows',
    default: 'whole',
    options: [
      { value: 'whole', label: 'position, direction, size' },
      { value: 'position', label: 'position only' },
    ],
    help: 'Whether it turns and grows with its carrier, or is only taken along.',
    shown: (v) => v['carrier'] !== '',
  },
});

/** A null frame that carries other things. */
export const carrierParameters = describe({
  shown: {
    type: 'switch',
    label: 'Shown',
    default: true,
    help: 'Whether the view draws it. Hiding changes no simulation.',
  },
  moved: {
    type: 'choice',
    label: 'Moves by',
    default: 'keys',
    options: [
      { value: 'keys', label: 'its keys' },
      { value: 'fields', label: 'the fields' },
      { value: 'strand', label: 'a strand' },
    ],
    help: 'Its own keys alone; or it feels the fields like a particle, with a pull back to where its keys would have it; or it rides on a strand.',
  },
  mass: {
    type: 'number',
    label: 'Mass',
    unit: 'kg',
    default: 1,
    min: 0,
    above: true,
    usual: [0.01, 10],
    help: 'Forces move it less the heavier it is.',
    shown: feels,
  },
  drag: {
    type: 'number',
    label: 'Drag',
    unit: 'kg/s',
    default: 1,
    min: 0,
    usual: [0, 5],
    help: 'What a medium takes hold of.',
    shown: feels,
  },
  back: {
    type: 'number',
    label: 'Swings back',
    unit: '/s',
    default: 0.5,
    min: 0,
    max: 100,
    usual: [0, 4],
    help: 'How strongly it is pulled to its own place: how often a second it swings about it. At 0 it drifts off.',
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
    help: 'At 1 it comes back without swinging over.',
    shown: (v) => feels(v) && v['back'] !== 0,
  },
  feels: {
    type: 'reference',
    to: 'group',
    label: 'Feels',
    default: '',
    none: 'all fields',
    help: 'The group of fields that moves it; all fields where none is chosen. What it carries, and fields that read particles, do not.',
    shown: feels,
  },
  strandOf: {
    type: 'reference',
    to: 'emitter',
    label: 'Rides on',
    default: '',
    help: 'An emitter of strands.',
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
    help: 'The number of the strand, in the order in which its emitter’s first amount makes them.',
    shown: rides,
  },
  along: {
    type: 'number',
    label: 'At',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'How far along it: 0 is its root, 100 its tip.',
    shown: rides,
  },
});

function feels(v: Readonly<Record<string, unknown>>): boolean {
  return v['moved'] === 'fields';
}

function rides(v: Readonly<Record<string, unknown>>): boolean {
  return v['moved'] === 'strand';
}
