import { describe } from '../../document/parameters';
import { lookParameters, type LookKind } from './look';

const { blend, opacity, mixing, gain } = lookParameters;

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
    help: 'How many frames back it reaches.',
  },
  every: {
    type: 'number',
    label: 'One in',
    unit: '',
    default: 1,
    min: 1,
    max: 10000,
    usual: [1, 20],
    whole: true,
    fixed: true,
    help: 'So many particles share one trail: the others have none.',
  },
  pieces: {
    type: 'number',
    label: 'Pieces a frame',
    unit: '',
    default: 3,
    min: 1,
    max: 16,
    usual: [1, 6],
    whole: true,
    fixed: true,
    help: 'How finely the curve between two frames is drawn.',
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
    help: 'Each point is the mean of so many frames before and after it, so that small shaking goes.',
  },
  blend,
  opacity: { ...opacity, default: 0.6 },
  colour: {
    type: 'colours',
    label: 'Colour along it',
    ends: ['head', 'tail'],
    default: [
      { at: 0, colour: '#ffe9b8' },
      { at: 1, colour: '#5a4a6e' },
    ],
    help: 'From the particle to the end of its trail.',
  },
  mixing,
  gain,
  widthAlong: {
    type: 'levels',
    label: 'Width along it',
    ends: ['head', 'tail'],
    default: [
      { at: 0, value: 0.6 },
      { at: 1, value: 0 },
    ],
    help: 'Multiplies the size of the particle, from head to tail.',
  },
  sizeOverAge: { ...lookParameters.sizeOverAge, label: 'Width over age', default: [{ at: 0, value: 1 }] },
});

/** A band along the way a particle has come. */
export const trail: LookKind = {
  kind: 'trail',
  label: 'trail',
  summary: 'A band along the way that a particle has come in the last frames.',
  parameters,
  softness: 0,
  turns: false,
};
