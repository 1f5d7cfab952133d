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
    help: 'The light from one side, far away. At 1 what faces it squarely has its own colour.',
  },
  from: {
    type: 'vector',
    label: 'Comes from',
    unit: '',
    default: [0.5, 1, 0.6],
    help: 'The side that the key light comes from.',
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
    help: 'The light from all round: from above in the colour of the sky, from below in that of the ground.',
  },
  skyColour: { type: 'colour', label: 'Sky colour', default: '#a9bccb', help: 'What lights from above.' },
  groundColour: { type: 'colour', label: 'Ground colour', default: '#332c24', help: 'What lights from below.' },
  fog: {
    type: 'number',
    label: 'Fog',
    unit: '1/m',
    default: 0,
    min: 0,
    max: 100,
    usual: [0, 0.3],
    help: 'The share of the light that is lost on each metre to the camera: what is left after d metres is e to the −fog·d (Beer and Lambert).',
  },
  fogColour: {
    type: 'colour',
    label: 'Fog colour',
    default: '#0b0c0e',
    help: 'What far things that cover go over into.',
    shown: fogged,
  },
});
