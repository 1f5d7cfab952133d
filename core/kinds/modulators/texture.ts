import { describe } from '../../document/parameters';
import { bilinear, tiledBilinear } from '../../lib/images/level-image';
import { pictureAt } from '../../lib/images/series';
import { pictureOf, pictureParameters, pictureTrouble } from '../shared/picture';
import { defineModulator, amountParameters, followParameters } from './modulator';

const parameters = describe({
  ...pictureParameters,
  width: {
    type: 'number',
    label: 'Width',
    unit: 'm',
    default: 2,
    min: 0,
    above: true,
    usual: [0.1, 20],
    help: 'The width of the picture, along X.',
  },
  depth: {
    type: 'number',
    label: 'Depth',
    unit: 'm',
    default: 2,
    min: 0,
    above: true,
    usual: [0.1, 20],
    help: 'The depth of the picture, along Z.',
  },
  tile: {
    type: 'switch',
    label: 'Tile',
    default: false,
    help: 'Repeats the picture. When off, its edge pixels continue outwards.',
  },
  ...followParameters,
  ...amountParameters('', 0, 1, false),
});

/** A dark and a light pixel, two metres wide together, for examples. */
const DARK_LIGHT = { width: 2, height: 1, levels: Uint8Array.of(0, 255) };
const PICTURE = { pattern: 'image', image: 'p' } as const;

/** ν is the level of a picture that is thrown through space along Y. */
export const texture = defineModulator({
  kind: 'texture',
  label: 'texture',
  summary: 'The brightness of a picture, projected along its Y axis.',
  placed: true,
  formula: 'w ← w·(1 − a·(1 − ν)), ν the brightness',
  source: 'bilinear interpolation, textbook numerical methods',
  parameters,
  examples: [
    { values: PICTURE, image: DARK_LIGHT, where: [-0.5, 9, 0], value: 0 },
    { values: PICTURE, image: DARK_LIGHT, where: [0, 9, 0], value: 0.5 },
    { values: { ...PICTURE, tile: true }, image: DARK_LIGHT, where: [2.5, 9, 0], value: 1 },
    // On the seam between a light edge and the dark one of the next tile.
    { values: { ...PICTURE, tile: true }, image: DARK_LIGHT, where: [1, 9, 0], value: 0.5 },
  ],
  compile({ values, image, fps }) {
    const { width, depth, tile } = values;
    const found = pictureOf(values, image);
    const read = tile ? tiledBilinear : bilinear;
    return ({ where: { x, z }, block: { count }, frame }, out) => {
      const picture = found && pictureAt(found, frame / fps);
      for (let i = 0; i < count; i++) {
        const u = x[i]! / width + 0.5;
        const v = z[i]! / depth + 0.5;
        out[i] = picture ? read(picture, u, v) : 1;
      }
    };
  },
  broken: ({ values, image }) => pictureTrouble(values, image),
});
