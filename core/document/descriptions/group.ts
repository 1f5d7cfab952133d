import { describe } from '../parameters';
import { stripParameters } from './strip';

/** Numbers of a group beside its place, rule, falloff shape, curve, modulators and sends. */
export const groupParameters = describe({
  ...stripParameters,
  strength: {
    type: 'number',
    label: 'Strength',
    unit: '×',
    default: 1,
    usual: [-2, 2],
    help: 'Multiplies the combined result of the members.',
  },
  limited: {
    type: 'switch',
    label: 'Limits',
    default: false,
    help: 'Keeps the combined result of the members between a floor and a ceiling.',
  },
  floor: {
    type: 'number',
    label: 'Floor',
    unit: '=',
    default: 0,
    usual: [0, 10],
    help: 'Results smaller than this, but not zero, are raised to it.',
    shown: (v) => v['limited'] === true,
  },
  ceiling: {
    type: 'number',
    label: 'Ceiling',
    unit: '=',
    default: 5,
    usual: [0, 20],
    help: 'Results larger than this are lowered to it. At least the floor.',
    shown: (v) => v['limited'] === true,
  },
  unit: {
    type: 'switch',
    label: 'Clamp to 0…1',
    default: false,
    help: 'Clamps each mask to 0…1 before they are combined, and the result after it.',
  },
  folded: {
    type: 'switch',
    label: 'Folded',
    default: false,
    help: 'Hides the members on the desk. The simulation is the same.',
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
    help: 'Which of the two stored states of the desk is in use.',
  },
  master: {
    type: 'number',
    label: 'Master',
    unit: '×',
    default: 1,
    min: 0,
    usual: [0, 2],
    help: 'Multiplies the combined result of the desk.',
  },
  limited: {
    type: 'switch',
    label: 'Limit',
    default: false,
    help: 'Keeps the total acceleration below a ceiling.',
  },
  ceiling: {
    type: 'number',
    label: 'Ceiling',
    unit: 'm/s²',
    default: 20,
    min: 0,
    usual: [0, 50],
    help: 'The largest acceleration that forces and accelerations add up to. Drag, flow, set velocity and steer are not limited.',
    shown: (v) => v['limited'] === true,
  },
});
