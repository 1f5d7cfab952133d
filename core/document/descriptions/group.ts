import { describe } from '../parameters';
import { stripParameters } from './strip';

/** Numbers of a group beside its place, rule, extent, profile, modulators and sends. */
export const groupParameters = describe({
  ...stripParameters,
  strength: {
    type: 'number',
    label: 'Strength',
    unit: '×',
    default: 1,
    usual: [-2, 2],
    help: 'Multiplies what its members come to together.',
  },
  limited: {
    type: 'switch',
    label: 'Limits',
    default: false,
    help: 'Keeps what its members come to together between two sizes.',
  },
  floor: {
    type: 'number',
    label: 'Floor',
    unit: '=',
    default: 0,
    usual: [0, 10],
    help: 'What is smaller, and not zero, is brought up to this.',
    shown: (v) => v['limited'] === true,
  },
  ceiling: {
    type: 'number',
    label: 'Ceiling',
    unit: '=',
    default: 5,
    usual: [0, 20],
    help: 'What is larger is brought down to this. Not below the floor.',
    shown: (v) => v['limited'] === true,
  },
  unit: {
    type: 'switch',
    label: 'Keep in 0…1',
    default: false,
    help: 'Each level is clamped to 0…1 first, so that their average stays there.',
  },
  folded: {
    type: 'switch',
    label: 'Folded',
    default: false,
    help: 'Whether the desk hides its members. Folding changes no simulation.',
  },
});

/** Numbers of the desk as a whole. */
export const deskParameters = describe({
  state: {
    type: 'choice',
    label: 'State',
    default: 'A',
    options: [
      { value: 'A', label: 'A' },
      { value: 'B', label: 'B' },
    ],
    help: 'Which of two states of the desk this one is.',
  },
  master: {
    type: 'number',
    label: 'Master',
    unit: '×',
    default: 1,
    min: 0,
    usual: [0, 2],
    help: 'Multiplies everything that the desk delivers.',
  },
  limited: {
    type: 'switch',
    label: 'Limit',
    default: false,
    help: 'Keeps the acceleration of the whole desk below a ceiling.',
  },
  ceiling: {
    type: 'number',
    label: 'Ceiling',
    unit: 'm/s²',
    default: 20,
    min: 0,
    usual: [0, 50],
    help: 'The largest acceleration that forces and accelerations add up to. Drag, carrying, driving and steering are not limited.',
    shown: (v) => v['limited'] === true,
  },
});
