import { describe } from '../../document/parameters';
import { bandParameters, lookParameters, type LookKind, widthOverAge } from './look';

const { blend, opacity, interpolation, brightness } = lookParameters;
const { colourBy, topSpeed, opacityOverAge, sizeOverSpeed } = bandParameters;

const parameters = describe({
  length: {
    type: 'number',
    label: 'Length',
    unit: 'frames',
    default: 12,
    min: 1,
    max: 240,
    usual: [2, 48],
    whole: true,
    fixed: true,
    help: 'The length of the trail.',
  },
  every: {
    type: 'number',
    label: 'One trail per',
    unit: 'particles',
    default: 1,
    min: 1,
    max: 10000,
    usual: [1, 20],
    whole: true,
    fixed: true,
    help: 'Only one in this many particles has a trail.',
  },
  pieces: {
    type: 'number',
    label: 'Segments per frame',
    unit: '',
    default: 3,
    min: 1,
    max: 16,
    usual: [1, 6],
    whole: true,
    fixed: true,
    help: 'The number of segments between two frames. More are smoother.',
  },
  smooth: {
    type: 'number',
    label: 'Smoothing',
    unit: 'frames',
    default: 0,
    min: 0,
    max: 60,
    usual: [0, 8],
    whole: true,
    fixed: true,
    help: 'Averages each point over this many frames before and after, which removes jitter.',
  },
  blend,
  opacity: { ...opacity, default: 0.6, help: 'The opacity of each trail.' },
  colour: {
    type: 'colours',
    label: 'Colours',
    ends: ['head', 'tail'],
    default: [
      { at: 0, colour: '#ffe9b8' },
      { at: 1, colour: '#5a4a6e' },
    ],
    help: 'The colours from the head to the tail of the trail, or by the chosen quantity.',
  },
  colourBy,
  interpolation,
  brightness,
  opacityOverAge,
  widthAlong: {
    type: 'levels',
    label: 'Width along the length',
    ends: ['head', 'tail'],
    default: [
      { at: 0, value: 0.6 },
      { at: 1, value: 0 },
    ],
    help: 'Multiplies the width, from head to tail.',
  },
  sizeOverAge: widthOverAge,
  sizeOverSpeed,
  topSpeed,
});

/** A band along the way a particle has come. */
export const trail: LookKind = {
  kind: 'trail',
  label: 'trail',
  summary: 'A band along the recent path of each particle.',
  parameters,
  softness: 0,
  turns: false,
};
