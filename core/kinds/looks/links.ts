import { describe } from '../../document/parameters';
import { lookParameters, type LookKind } from './look';

const { blend, opacity, colour, mixing, gain } = lookParameters;

const parameters = describe({
  reach: {
    type: 'number',
    label: 'Reach',
    unit: 'm',
    default: 0.3,
    min: 0,
    above: true,
    max: 1000,
    usual: [0.02, 1],
    help: 'Particles nearer to one another than this are joined.',
  },
  most: {
    type: 'number',
    label: 'At most',
    unit: 'each',
    default: 3,
    min: 1,
    max: 16,
    usual: [1, 6],
    whole: true,
    fixed: true,
    help: 'How many of the nearest each particle reaches out to.',
  },
  width: {
    type: 'number',
    label: 'Width',
    unit: 'm',
    default: 0.004,
    min: 0,
    max: 100,
    usual: [0.001, 0.05],
    help: 'How thick the lines are.',
  },
  blend,
  opacity: { ...opacity, default: 0.5 },
  opacityOverDistance: {
    type: 'levels',
    label: 'Opacity over distance',
    ends: ['near', 'reach'],
    default: [
      { at: 0, value: 1 },
      { at: 1, value: 0 },
    ],
    within: [0, 1],
    help: 'Multiplies the opacity, from particles that touch to those as far apart as the reach.',
  },
  colour: {
    ...colour,
    label: 'Colour over age',
    default: [{ at: 0, colour: '#c9b79a' }],
    help: 'From birth to death of the particle at each end.',
  },
  mixing,
  gain,
});

/** Lines between near particles. */
export const links: LookKind = {
  kind: 'links',
  label: 'lines between near ones',
  summary: 'Straight lines from each particle to the nearest others of its emitter.',
  parameters,
  softness: 0,
  turns: false,
};
