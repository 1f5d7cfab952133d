import { describe } from '../../describe/parameters';

/** Where a thing is, and what carries it. Position, rotation and scale can be keyed. */
export const placeParameters = describe({
  position: { type: 'vector', label: 'Position', unit: 'm', default: [0, 0, 0], help: 'Where it is, in the frame of its carrier.' },
  rotation: { type: 'vector', label: 'Rotation', unit: '°', default: [0, 0, 0], help: 'Turned about X, then Y, then Z.' },
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
  carrier: { type: 'reference', to: 'carrier', label: 'Carried by', default: '', help: 'The carrier in whose frame it stands.' },
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
  shown: { type: 'switch', label: 'Shown', default: true, help: 'Whether the view draws it. Hiding changes no simulation.' },
});
