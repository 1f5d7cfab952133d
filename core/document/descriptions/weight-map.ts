import { describe, type Values } from '../parameters';

const onCard = (v: Values) => v['surface'] !== 'mesh';

/** A side of the card. */
const side = (label: string, help: string) =>
  ({
    type: 'number',
    label,
    unit: 'm',
    default: 4,
    min: 0,
    above: true,
    max: 10_000,
    usual: [0.5, 20],
    fixed: true,
    help,
    shown: onCard,
  }) as const;

/** The surface of a weight map, and its weights where nobody painted. */
export const weightMapParameters = describe({
  surface: {
    type: 'choice',
    label: 'Surface',
    default: 'card',
    options: [
      { value: 'card', label: 'card' },
      { value: 'mesh', label: 'mesh' },
    ],
    help: 'Weights are painted on a flat card or on one of the scene’s meshes.',
  },
  mesh: {
    type: 'reference',
    to: 'mesh',
    label: 'Painted mesh',
    default: '',
    help: 'One of the scene’s meshes.',
    shown: (v) => !onCard(v),
  },
  width: side('Card width', 'The width of the card, along X.'),
  depth: side('Card depth', 'The depth of the card, along Z.'),
  base: {
    type: 'number',
    label: 'Base weight',
    unit: '',
    fraction: true,
    default: 0,
    min: 0,
    max: 1,
    usual: [0, 1],
    fixed: true,
    help: 'The weight where nothing is painted: 0 is none, 1 is full.',
  },
});

/** The brush that weights are painted with. */
export const brushParameters = describe({
  erase: {
    type: 'switch',
    label: 'Erase',
    default: false,
    help: 'Lowers weights where the brush goes. Shift does the same while it is held.',
  },
  radius: {
    type: 'number',
    label: 'Size',
    unit: 'm',
    default: 0.3,
    min: 0.0001,
    max: 10_000,
    usual: [0.02, 2],
    fixed: true,
    help: 'The radius of the brush. The keys [ and ] change it.',
  },
  softness: {
    type: 'number',
    label: 'Softness',
    unit: '',
    fraction: true,
    default: 0.5,
    min: 0,
    max: 1,
    usual: [0, 1],
    fixed: true,
    help: 'The share of the radius over which the edge of the brush fades.',
  },
  strength: {
    type: 'number',
    label: 'Strength',
    unit: '',
    fraction: true,
    default: 1,
    min: 0,
    max: 1,
    usual: [0, 1],
    fixed: true,
    help: 'How far one stroke takes weights towards full, or towards none while erasing.',
  },
});
