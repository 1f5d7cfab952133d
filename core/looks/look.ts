import type { Kind } from '../describe/registry';
import { describe } from '../describe/parameters';

/** How an emitter's particles are drawn. */
export interface LookKind extends Kind {
  /** Opacity across the sprite, as the share of its radius over which the edge fades: 0 hard, 1 soft to the middle. */
  readonly softness: number;
  /** True where particles can be seen to turn. */
  readonly turns: boolean;
  /** The kind of bond that it draws; particle by particle, whatever holds them together, where it is left out. */
  readonly draws?: string;
}

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
    label: 'Colour over age',
    default: [
      { at: 0, colour: '#fff3d0' },
      { at: 0.5, colour: '#e8a15a' },
      { at: 1, colour: '#5b5f86' },
    ],
    help: 'From birth to death, mixed in linear light.',
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
