import { describe, type ValuesOf } from '../../document/parameters';
import { patterns } from '../../lib/images/patterns';
import { pictureParameters } from '../shared/picture';

const onCard = (v: Readonly<Record<string, unknown>>) => v['on'] === 'card' && v['pattern'] !== 'volume';
const flat = (v: Readonly<Record<string, unknown>>) => v['pattern'] !== 'volume';

const metres = (label: string, help: string) =>
  ({
    type: 'number',
    label,
    unit: 'm',
    default: 2,
    min: 0,
    above: true,
    usual: [0.1, 20],
    help,
    shown: onCard,
  }) as const;
const byLevel = (v: Readonly<Record<string, unknown>>) =>
  v['mapping'] === 'push-and-pull' || v['mapping'] === 'downhill';
const level = (label: string, value: number, help: string) =>
  ({ type: 'number', label, unit: '', default: value, min: 0, max: 1, usual: [0, 1], help, shown: byLevel }) as const;

/** Parameters of a texture field: its picture, how it is read, and where it lies. */
export const textureParameters = describe({
  pattern: {
    ...pictureParameters.pattern,
    options: [
      ...patterns.map(({ value, label }) => ({ value, label })),
      { value: 'volume', label: 'noise in space' },
      { value: 'image', label: 'image' },
    ],
    help: 'A built-in pattern, noise in space, or an image.',
  },
  image: pictureParameters.image,
  size: {
    type: 'number',
    label: 'Noise size',
    unit: 'm',
    default: 0.6,
    min: 0.001,
    usual: [0.05, 5],
    help: 'The width of the patches.',
    shown: (v) => v['pattern'] === 'volume',
  },
  mapping: {
    type: 'choice',
    label: 'Mapping',
    default: 'push-and-pull',
    options: [
      { value: 'push-and-pull', label: 'push and pull' },
      { value: 'downhill', label: 'downhill' },
      { value: 'colours-as-flow', label: 'colours as flow' },
      { value: 'motion', label: 'motion' },
    ],
    help: 'Push and pull: light pushes, dark pulls. Downhill: from light to dark. Colours as flow: red is right, green is down. Motion: as the picture of a series moves, at 1 as fast.',
  },
  neutral: level('Neutral', 0.5, 'The brightness that does nothing: lighter pushes, darker pulls.'),
  dark: { ...level('Dark end', 0, 'This brightness and less counts as 0.') },
  light: { ...level('Light end', 1, 'This brightness and more counts as 1. Above the dark end.') },
  on: {
    type: 'choice',
    label: 'Surface',
    default: 'card',
    options: [
      { value: 'card', label: 'card' },
      { value: 'mesh', label: 'mesh' },
    ],
    help: 'A flat card, or a mesh with UV coordinates.',
    shown: flat,
  },
  mesh: {
    type: 'reference',
    to: 'mesh',
    label: 'Mesh',
    default: '',
    help: 'A mesh with UV coordinates.',
    shown: (v) => flat(v) && v['on'] === 'mesh',
  },
  width: metres('Width', 'Width of the card, along its own X.'),
  depth: metres('Depth', 'Depth of the card, along its own Z.'),
  outside: {
    type: 'choice',
    label: 'Outside',
    default: 'nothing',
    options: [
      { value: 'nothing', label: 'nothing' },
      { value: 'edge-pixel', label: 'edge pixel' },
      { value: 'tile', label: 'tile' },
    ],
    help: 'The picture outside the card.',
    shown: onCard,
  },
  thickness: {
    type: 'number',
    label: 'Thickness',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 5],
    help: 'The distance from the card or mesh over which the field fades. 0 has no limit.',
    shown: flat,
  },
  side: {
    type: 'choice',
    label: 'Sides',
    default: 'both',
    options: [
      { value: 'both', label: 'both sides' },
      { value: 'front', label: 'front only' },
      { value: 'back', label: 'back only' },
    ],
    help: 'The side of the card or mesh on which the field acts.',
    shown: flat,
  },
});

export type TextureSettings = ValuesOf<typeof textureParameters>;
