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
const level = (label: string, value: number, help: string) =>
  ({ type: 'number', label, unit: '', default: value, min: 0, max: 1, usual: [0, 1], help }) as const;

/** Parameters of a texture field: its picture, how it is read, and where it lies. */
export const textureParameters = describe({
  pattern: {
    ...pictureParameters.pattern,
    options: [
      ...patterns.map(({ value, label }) => ({ value, label })),
      { value: 'volume', label: 'noise in space' },
      { value: 'image', label: 'your image' },
    ],
    help: 'One of the built-in patterns, noise in space, or an image of your own.',
  },
  image: pictureParameters.image,
  size: {
    type: 'number',
    label: 'Noise size',
    unit: 'm',
    default: 0.6,
    min: 0.001,
    usual: [0.05, 5],
    help: 'Width of its patches.',
    shown: (v) => v['pattern'] === 'volume',
  },
  does: {
    type: 'choice',
    label: 'Does',
    default: 'level',
    options: [
      { value: 'level', label: 'push and pull' },
      { value: 'slope', label: 'downhill' },
      { value: 'flow', label: 'red and green' },
    ],
    help: 'Light pushes along the normal and dark pulls; or it flows along the surface from light to dark; or by its colours: red to the right, green downwards, each from its middle.',
  },
  neutral: level('Neutral', 0.5, 'The brightness that does nothing: lighter pushes, darker pulls.'),
  dark: { ...level('Dark end', 0, 'This brightness and less counts as 0.') },
  light: { ...level('Light end', 1, 'This brightness and more counts as 1. Above the dark end.') },
  on: {
    type: 'choice',
    label: 'On',
    default: 'card',
    options: [
      { value: 'card', label: 'a card' },
      { value: 'mesh', label: 'a mesh' },
    ],
    help: 'A card in its own XZ plane, or a mesh of the scene by its texture coordinates.',
    shown: flat,
  },
  mesh: {
    type: 'reference',
    to: 'mesh',
    label: 'Mesh',
    default: '',
    help: 'A mesh with texture coordinates.',
    shown: (v) => flat(v) && v['on'] === 'mesh',
  },
  width: metres('Width', 'Width of the card, along its own X.'),
  depth: metres('Depth', 'Depth of the card, along its own Z.'),
  edges: {
    type: 'choice',
    label: 'Beyond its edges',
    default: 'none',
    options: [
      { value: 'none', label: 'nothing' },
      { value: 'clamp', label: 'edge drawn out' },
      { value: 'tile', label: 'tiled' },
    ],
    help: 'What there is off the card.',
    shown: onCard,
  },
  thickness: {
    type: 'number',
    label: 'Thickness',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 5],
    help: 'How far off the card or mesh it is felt, fading with the distance; 0 is as far as you like: the picture is drawn out along the normal.',
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
    help: 'Which side of the card or mesh it is felt on.',
    shown: flat,
  },
});

export type TextureSettings = ValuesOf<typeof textureParameters>;
