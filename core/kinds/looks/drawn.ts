import { describe } from '../../document/parameters';
import { bandParameters, lookParameters, widthOverAge } from './look';

const { blend, opacity, interpolation, brightness, brighten } = lookParameters;
const { colourBy, topSpeed, opacityOverAge, sizeOverSpeed } = bandParameters;

/** How much of its form shows. */
const shading = (value: number) =>
  ({
    type: 'number',
    label: 'Shading',
    unit: '',
    fraction: true,
    default: value,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'How strongly a soft light from above shapes it. At 0 it looks flat.',
  }) as const;

/** What every look has that draws strands. */
export const lineParameters = (shade: number) =>
  describe({
    blend: { ...blend, default: 'normal' },
    opacity: { ...opacity, default: 1, help: 'The opacity of each strand.' },
    colour: {
      type: 'colours',
      label: 'Colours',
      ends: ['root', 'tip'],
      default: [
        { at: 0, colour: '#3d4a34' },
        { at: 1, colour: '#a9b878' },
      ],
      help: 'The colours from root to tip, or by the chosen quantity.',
    },
    colourBy,
    interpolation,
    brightness,
    brighten,
    opacityOverAge,
    widthAlong: {
      type: 'levels',
      label: 'Width along the length',
      ends: ['root', 'tip'],
      default: [
        { at: 0, value: 1 },
        { at: 1, value: 0.1 },
      ],
      help: 'Multiplies the width, from root to tip.',
    },
    sizeOverAge: widthOverAge,
    sizeOverSpeed,
    topSpeed,
    shading: shading(shade),
  });

/** What a look has that draws a surface. */
export const surfaceParameters = describe({
  blend: { ...blend, default: 'normal' },
  opacity: { ...opacity, default: 1, help: 'The opacity of the surface.' },
  colour: { ...lookParameters.colour, default: [{ at: 0, colour: '#c9b79a' }] },
  interpolation,
  brightness,
  shading: shading(0.8),
});
