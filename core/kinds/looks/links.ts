import { describe } from '../../document/parameters';
import { lookParameters, type LookKind } from './look';

const { blend, opacity, colour, interpolation, brightness } = lookParameters;

const parameters = describe({
  largestDistance: {
    type: 'number',
    label: 'Largest distance',
    unit: 'm',
    default: 0.3,
    min: 0,
    above: true,
    max: 1000,
    usual: [0.02, 1],
    help: 'Joins particles that are nearer to one another than this.',
  },
  mostLines: {
    type: 'number',
    label: 'Most lines',
    unit: 'each',
    default: 3,
    min: 1,
    max: 16,
    usual: [1, 6],
    whole: true,
    fixed: true,
    help: 'The number of nearest particles that each particle is joined to.',
  },
  width: {
    type: 'number',
    label: 'Width',
    unit: 'm',
    default: 0.004,
    min: 0,
    max: 100,
    usual: [0.001, 0.05],
    help: 'The width of the lines.',
  },
  blend,
  opacity: { ...opacity, default: 0.5, help: 'The opacity of each line.' },
  opacityOverDistance: {
    type: 'levels',
    label: 'Opacity over distance',
    ends: ['near', 'far'],
    default: [
      { at: 0, value: 1 },
      { at: 1, value: 0 },
    ],
    within: [0, 1],
    help: 'Multiplies the opacity, from touching particles to those at the largest distance.',
  },
  colour: {
    ...colour,
    label: 'Colour over age',
    default: [{ at: 0, colour: '#c9b79a' }],
    help: 'The colours from birth to death of the particle at each end.',
  },
  interpolation,
  brightness,
});

/** Lines between near particles. */
export const links: LookKind = {
  kind: 'links',
  label: 'neighbour lines',
  summary: 'Straight lines from each particle to its nearest neighbours.',
  parameters,
  softness: 0,
  turns: false,
};
