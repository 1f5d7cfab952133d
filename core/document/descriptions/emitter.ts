import { describe } from '../parameters';
import { seed } from './seed';

/** Numbers of an emitter beside its place, shape, amounts, births and look. */
export const emitterParameters = describe({
  seed: { ...seed, help: 'Another seed gives this emitter different particles.' },
  on: { type: 'switch', label: 'Emits', default: true, help: 'When off, the emitter makes no particles.' },
  shown: {
    type: 'switch',
    label: 'Outline in the view',
    default: true,
    help: 'Draws the emitter’s shape in the view. The simulation is the same without it.',
  },
  drawn: {
    type: 'switch',
    label: 'Visible in the view',
    default: true,
    help: 'Draws the emitter’s particles in the view.',
  },
  rendered: {
    type: 'switch',
    label: 'Visible in renders',
    default: true,
    help: 'Draws the emitter’s particles in renders and in the view’s preview of them.',
  },
  stretch: {
    type: 'vector',
    label: 'Shape stretch',
    unit: '×',
    default: [1, 1, 1],
    help: 'Stretches the shape along its own X, Y and Z. 1 leaves it as it is, 0 presses it flat. Masks are measured before.',
  },
  rejectedBirths: {
    type: 'choice',
    label: 'Rejected births',
    default: 'try-again',
    options: [
      { value: 'try-again', label: 'try again' },
      { value: 'drop', label: 'drop' },
    ],
    help: 'A birth that the masks reject either tries up to 64 places, which mostly keeps the number of births, or is dropped.',
  },
});
