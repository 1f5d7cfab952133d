import type { Kind } from '../../document/registry';
import { describe, type LevelStop } from '../../document/parameters';

/** How an emitter's particles are drawn. */
export interface LookKind extends Kind {
  /** Opacity across the sprite, as the share of its radius over which the edge fades: 0 hard, 1 soft to the middle. */
  readonly softness: number;
  /** True where particles can be seen to turn. */
  readonly turns: boolean;
  /** The kind of bond that it draws; particle by particle, whatever holds them together, where it is left out. */
  readonly draws?: string;
}

const ownColours = (v: Readonly<Record<string, unknown>>) => v['colourBy'] !== 'source';

/** What every look has. */
export const lookParameters = describe({
  blend: {
    type: 'choice',
    label: 'Blend',
    default: 'add',
    options: [
      { value: 'add', label: 'added' },
      { value: 'over', label: 'over' },
    ],
    help: 'Added like light, or laid over what is behind it, far to near.',
  },
  opacity: {
    type: 'number',
    label: 'Opacity',
    unit: '',
    default: 0.8,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'How much of each particle is seen.',
  },
  colour: {
    type: 'colours',
    label: 'Colours',
    default: [
      { at: 0, colour: '#fff3d0' },
      { at: 0.5, colour: '#e8a15a' },
      { at: 1, colour: '#5b5f86' },
    ],
    help: 'From birth to death.',
    shown: ownColours,
  },
  mixing: {
    type: 'choice',
    label: 'Colours mix',
    default: 'linear',
    options: [
      { value: 'linear', label: 'as light' },
      { value: 'perceptual', label: 'evenly to the eye' },
    ],
    help: 'Between two stops: as light adds up, or in even steps of what is seen (OKLab), which keeps mixtures of unlike hues from going dull.',
    shown: ownColours,
  },
  gain: {
    type: 'number',
    label: 'Gain',
    unit: 'stops',
    default: 0,
    min: -20,
    max: 20,
    usual: [-4, 4],
    help: 'Every stop doubles the light of its colours: above white they glow, and stay bright behind a tone curve.',
  },
  gainBy: {
    type: 'choice',
    label: 'Gain goes to',
    default: 'all',
    options: [
      { value: 'all', label: 'all colours' },
      { value: 'light', label: 'bright colours' },
    ],
    help: 'All colours alike; or each by its own brightness, so that bright ones glow and dark ones stay as they are.',
    shown: (v) => v['gain'] !== 0,
  },
  opacityOverAge: {
    type: 'levels',
    label: 'Opacity over age',
    default: [{ at: 0, value: 1 }],
    within: [0, 1],
    help: 'Multiplies the opacity, from birth to death; or along whatever else it goes by.',
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

/** Whether levels are 1 all along. */
function isEven(levels: unknown): boolean {
  return !Array.isArray(levels) || levels.every((stop: LevelStop) => stop.value === 1);
}

/** What can run along a ramp of a particle. */
const GONE_BY = [
  { value: 'age', label: 'age' },
  { value: 'speed', label: 'speed' },
  { value: 'number', label: 'at random' },
  { value: 'field', label: 'a field’s weight' },
] as const;

/** What looks have that draw particle by particle. */
export const spotParameters = describe({
  ...lookParameters,
  colourBy: {
    type: 'choice',
    label: 'Colour goes by',
    default: 'age',
    options: [...GONE_BY, { value: 'source', label: 'its birthplace' }],
    help: 'What runs along the ramp of colours; or each keeps the colour that its mesh or picture has where it was born.',
  },
  field: {
    type: 'reference',
    to: 'field',
    label: 'Field',
    default: '',
    help: 'The field whose weight, 0 to 1, is gone by: where it acts and how much.',
    shown: (v) =>
      v['colourBy'] === 'field' || v['opacityBy'] === 'field' || (v['picks'] === 'field' && v['form2'] !== 'none'),
  },
  opacityBy: {
    type: 'choice',
    label: 'Opacity goes by',
    default: 'age',
    options: GONE_BY,
    help: 'What runs along the ramp of opacity.',
  },
  cover: {
    type: 'image',
    label: 'Image over it',
    default: '',
    help: 'Laid over what it is born from, by its texture coordinates, in place of its own colours.',
    shown: (v) => v['colourBy'] === 'source',
  },
  topSpeed: {
    type: 'number',
    label: 'Fast is',
    unit: 'm/s',
    default: 3,
    min: 0,
    above: true,
    usual: [0.1, 20],
    help: 'The speed at which ramps that go by speed have come to their end.',
    shown: (v) =>
      v['colourBy'] === 'speed' || v['opacityBy'] === 'speed' || v['frames'] === 'speed' || !isEven(v['sizeOverSpeed']),
  },
  sizeOverSpeed: {
    type: 'levels',
    label: 'Size over speed',
    ends: ['still', 'fast'],
    default: [{ at: 0, value: 1 }],
    help: 'Multiplies the size as well, from still to fast.',
  },
});

/** Where the top of a spot points. */
export const turnedParameter = {
  type: 'choice',
  label: 'Turned',
  default: 'upright',
  options: [
    { value: 'upright', label: 'upright' },
    { value: 'motion', label: 'along its way' },
    { value: 'any', label: 'any way' },
  ],
  help: 'Where its top points in the picture.',
} as const;

/** What spots have that may be drawn out. */
export const streakParameters = describe({
  stretch: {
    type: 'number',
    label: 'Stretch',
    unit: 's',
    default: 0,
    min: 0,
    max: 10,
    usual: [0, 0.2],
    help: 'Draws each spot out along its way, by what it covers in this time.',
  },
  stretchOverAge: {
    type: 'levels',
    label: 'Stretch over age',
    default: [{ at: 0, value: 1 }],
    help: 'Multiplies the stretch, from birth to death.',
    shown: (v) => v['stretch'] !== 0,
  },
});
