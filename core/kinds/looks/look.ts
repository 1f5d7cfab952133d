import type { Kind } from '../../document/registry';
import { describe, type LevelStop } from '../../document/parameters';

/** How an emitter's particles are drawn. */
export interface LookKind extends Kind {
  /** Opacity across the sprite, as the share of its radius over which the edge fades: 0 hard, 1 soft to the middle. */
  readonly softness: number;
  /** True where particles can be seen to turn. */
  readonly turns: boolean;
  /** The kind of body that it draws; particle by particle, whatever holds them together, where it is left out. */
  readonly draws?: string;
}

const ownColours = (v: Readonly<Record<string, unknown>>) => v['colourBy'] !== 'source';

/** What every look has. */
export const lookParameters = describe({
  blend: {
    type: 'choice',
    label: 'Blend',
    default: 'additive',
    options: [
      { value: 'additive', label: 'additive' },
      { value: 'normal', label: 'normal' },
    ],
    help: 'Additive adds light; normal covers what is behind.',
  },
  opacity: {
    type: 'number',
    label: 'Opacity',
    unit: '',
    fraction: true,
    default: 0.8,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'The opacity of each particle.',
  },
  colour: {
    type: 'colours',
    label: 'Colours',
    default: [
      { at: 0, colour: '#fff3d0' },
      { at: 0.5, colour: '#e8a15a' },
      { at: 1, colour: '#5b5f86' },
    ],
    help: 'The colours from birth to death.',
    shown: ownColours,
  },
  interpolation: {
    type: 'choice',
    label: 'Interpolation',
    default: 'linear',
    options: [
      { value: 'linear', label: 'linear light' },
      { value: 'perceptual', label: 'perceptual' },
    ],
    help: 'The blend between two colours: physically, as light, or in even steps to the eye (OKLab), which keeps mixtures vivid.',
    shown: ownColours,
  },
  brightness: {
    type: 'number',
    label: 'Brightness',
    unit: 'stops',
    default: 0,
    min: -20,
    max: 20,
    usual: [-4, 4],
    help: 'Each stop doubles the brightness. Colours brighter than white glow.',
  },
  brighten: {
    type: 'choice',
    label: 'Brighten',
    default: 'all',
    options: [
      { value: 'all', label: 'all colours' },
      { value: 'light', label: 'bright colours' },
    ],
    help: 'Brightens all colours alike, or bright colours most, so that dark ones stay dark.',
    shown: (v) => v['brightness'] !== 0,
  },
  opacityOverAge: {
    type: 'levels',
    label: 'Opacity over age',
    default: [{ at: 0, value: 1 }],
    within: [0, 1],
    help: 'Multiplies the opacity, from birth to death or by the chosen quantity.',
  },
  sizeOverAge: {
    type: 'levels',
    label: 'Size over age',
    default: [
      { at: 0, value: 1 },
      { at: 0.7, value: 1 },
      { at: 1, value: 0 },
    ],
    help: 'Multiplies the size, from birth to death.',
  },
});

/** Width over age, of looks that draw lines and bands. */
export const widthOverAge = {
  ...lookParameters.sizeOverAge,
  label: 'Width over age',
  default: [{ at: 0, value: 1 }],
  help: 'Multiplies the width, from birth to death.',
};

/** Whether levels are 1 all along. */
function isEven(levels: unknown): boolean {
  return !Array.isArray(levels) || levels.every((stop: LevelStop) => stop.value === 1);
}

/** What can run along a ramp of a particle. */
const GONE_BY = [
  { value: 'age', label: 'age' },
  { value: 'speed', label: 'speed' },
  { value: 'number', label: 'random' },
  { value: 'field', label: 'field weight' },
] as const;

/** What looks have that draw particle by particle. */
export const spotParameters = describe({
  ...lookParameters,
  colourBy: {
    type: 'choice',
    label: 'Colour by',
    default: 'age',
    options: [...GONE_BY, { value: 'source', label: 'birthplace' }],
    help: 'The quantity that chooses the colour from the ramp. Birthplace takes the colour of the mesh or picture.',
  },
  field: {
    type: 'reference',
    to: 'field',
    label: 'Field',
    default: '',
    help: 'The field whose weight, 0 to 1, chooses the colour.',
    shown: (v) =>
      v['colourBy'] === 'field' || v['opacityBy'] === 'field' || (v['picks'] === 'field' && v['form2'] !== 'none'),
  },
  opacityBy: {
    type: 'choice',
    label: 'Opacity by',
    default: 'age',
    options: GONE_BY,
    help: 'The quantity that the curve of opacity depends on.',
  },
  cover: {
    type: 'image',
    label: 'Image overlay',
    default: '',
    help: 'Replaces the colours of the mesh by an image on its UV coordinates.',
    shown: (v) => v['colourBy'] === 'source',
  },
  topSpeed: {
    type: 'number',
    label: 'Top speed',
    unit: 'm/s',
    default: 3,
    min: 0,
    above: true,
    usual: [0.1, 20],
    help: 'The speed at the end of ramps by speed.',
    shown: (v) =>
      v['colourBy'] === 'speed' || v['opacityBy'] === 'speed' || v['frames'] === 'speed' || !isEven(v['sizeOverSpeed']),
  },
  sizeOverSpeed: {
    type: 'levels',
    label: 'Size over speed',
    ends: ['still', 'fast'],
    default: [{ at: 0, value: 1 }],
    help: 'Multiplies the size, from still to top speed.',
  },
});

/** What looks have that draw lines and bands: along them, and by the age and speed of the particle at each point. */
export const bandParameters = describe({
  colourBy: {
    type: 'choice',
    label: 'Colour by',
    default: 'along',
    options: [
      { value: 'along', label: 'length' },
      { value: 'age', label: 'age' },
      { value: 'speed', label: 'speed' },
    ],
    help: 'The quantity that chooses the colour from the ramp, at each point.',
  },
  topSpeed: {
    ...spotParameters.topSpeed,
    shown: (v) => v['colourBy'] === 'speed' || !isEven(v['sizeOverSpeed']),
  },
  opacityOverAge: {
    ...lookParameters.opacityOverAge,
    help: 'Multiplies the opacity at each point, from birth to death.',
  },
  sizeOverSpeed: {
    ...spotParameters.sizeOverSpeed,
    label: 'Width over speed',
    help: 'Multiplies the width at each point, from still to top speed.',
  },
});

/** Where the top of a spot points. */
export const turnedParameter = {
  type: 'choice',
  label: 'Sprite rotation',
  default: 'upright',
  options: [
    { value: 'upright', label: 'upright' },
    { value: 'motion', label: 'along motion' },
    { value: 'any', label: 'random' },
  ],
  help: 'The direction of its top in the picture.',
} as const;

/** What spots have that may be drawn out. */
export const streakParameters = describe({
  stretch: {
    type: 'number',
    label: 'Motion stretch',
    unit: 's',
    default: 0,
    min: 0,
    max: 10,
    usual: [0, 0.2],
    help: 'Stretches each particle along its motion by the distance covered in this time.',
  },
  stretchOverAge: {
    type: 'levels',
    label: 'Stretch over age',
    default: [{ at: 0, value: 1 }],
    help: 'Multiplies the stretch, from birth to death.',
    shown: (v) => v['stretch'] !== 0,
  },
});
