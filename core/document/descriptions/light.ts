import { describe } from '../parameters';

const fogged = (v: Readonly<Record<string, unknown>>) => v['fog'] !== 0;

/** The light in which meshes are seen, and the water between them and the camera. */
export const lightParameters = describe({
  key: {
    type: 'number',
    label: 'Key light',
    unit: '×',
    default: 1,
    min: 0,
    max: 1000,
    usual: [0, 3],
    help: 'The brightness of a distant light from one side. At 1 a surface that faces it has its own colour.',
  },
  from: {
    type: 'vector',
    label: 'Key direction',
    unit: '',
    default: [0.5, 1, 0.6],
    help: 'The direction from which the key light shines.',
  },
  keyColour: { type: 'colour', label: 'Key colour', default: '#fff1dc', help: 'The colour of the key light.' },
  sky: {
    type: 'number',
    label: 'Sky',
    unit: '×',
    default: 0.5,
    min: 0,
    max: 1000,
    usual: [0, 2],
    help: 'The brightness of the light from all around: the sky colour from above, the ground colour from below.',
  },
  skyColour: { type: 'colour', label: 'Sky colour', default: '#a9bccb', help: 'The colour of the light from above.' },
  groundColour: {
    type: 'colour',
    label: 'Ground colour',
    default: '#332c24',
    help: 'The colour of the light from below.',
  },
  fog: {
    type: 'number',
    label: 'Fog',
    unit: '1/m',
    default: 0,
    min: 0,
    max: 100,
    usual: [0, 0.3],
    help: 'How quickly light is lost on its way to the camera. After d metres the fraction e^(−fog·d) is left (Beer–Lambert law).',
  },
  fogColour: {
    type: 'colour',
    label: 'Fog colour',
    default: '#0b0c0e',
    help: 'The colour into which distant surfaces fade.',
    shown: fogged,
  },
});
