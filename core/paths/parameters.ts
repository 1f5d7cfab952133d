import { describe } from '../describe/parameters';

/** A path that is drawn point by point. */
export const pathParameters = describe({
  points: {
    type: 'points',
    label: 'Points',
    unit: 'm',
    default: [
      [-1, 0, 0],
      [-0.3, 0.5, 0],
      [0.4, 0.1, 0],
      [1, 0.6, 0],
    ],
    least: 0,
    help: 'The points it passes through, in its own frame.',
  },
  smooth: { type: 'switch', label: 'Smooth', default: true, help: 'Rounded through its points, or straight from one to the next.' },
  closed: { type: 'switch', label: 'Closed', default: false, help: 'Whether it comes back to its first point.' },
});
