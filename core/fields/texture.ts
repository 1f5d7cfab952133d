import { describe, type ValuesOf } from '../describe/parameters';
import { bilinear, type LevelImage } from '../images/level-image';
import { patterns } from '../images/patterns';
import type { FieldKind, FieldSource } from './field';

const parameters = describe({
  pattern: {
    type: 'choice',
    label: 'Picture',
    default: 'noise',
    options: [...patterns.map(({ value, label }) => ({ value, label })), { value: 'image' as const, label: 'your image' }],
    help: 'One of the built-in patterns, or an image of your own.',
  },
  image: {
    type: 'image',
    label: 'Image',
    default: '',
    help: 'The image on the card, as levels of brightness.',
    shown: (v) => v['pattern'] === 'image',
  },
  width: {
    type: 'number',
    label: 'Width',
    unit: 'm',
    default: 2,
    min: 0,
    above: true,
    usual: [0.1, 20],
    help: 'Width of the card, along its own X.',
  },
  depth: {
    type: 'number',
    label: 'Depth',
    unit: 'm',
    default: 2,
    min: 0,
    above: true,
    usual: [0.1, 20],
    help: 'Depth of the card, along its own Z.',
  },
  neutral: {
    type: 'number',
    label: 'Neutral level',
    unit: '',
    default: 0.5,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'The brightness that does nothing: lighter pushes, darker pulls.',
  },
});

type Settings = ValuesOf<typeof parameters>;

function pictureOf(source: FieldSource): LevelImage | undefined {
  const { pattern, image } = source.settings as Settings;
  return pattern === 'image' ? source.image(image) : patterns.find((p) => p.value === pattern)!.image();
}

/**
 * An image on a card in the place's own XZ plane: along the card's normal (+Y), F = 2·S·(level − neutral). Levels are
 * the sRGB-coded brightness, 0 black to 1 white, interpolated bilinearly; off the edges of the card there is nothing.
 */
export const texture: FieldKind = {
  kind: 'texture',
  label: 'texture',
  summary: 'A picture on a card: light pushes along the card’s normal, dark pulls, the neutral level does nothing.',
  glyph: 'M2 18 7 7h15l-5 11zM8 18l2-5 2 0M13 10l4 0-1 3M12 3v3M19 21v-2',
  formula: 'F = 2·S · (level(u, v) − neutral) · normal',
  source: 'bilinear interpolation, textbook numerical methods',
  strength: { label: 'Strength', default: 1, usual: [-5, 5] },
  actions: ['acceleration', 'force', 'carry'],
  startsWith: { extent: 'box', profile: 'smooth' },
  parameters,
  fit: (half) => ({
    width: Math.max(0.1, Number((2 * half[0]).toPrecision(2))),
    depth: Math.max(0.1, Number((2 * half[2]).toPrecision(2))),
  }),
  silent(source) {
    if (!pictureOf(source)) return (source.settings as Settings).image === '' ? 'no image chosen' : 'its image is missing';
    return undefined;
  },
  compile(source) {
    const picture = pictureOf(source);
    const { width, depth, neutral } = source.settings as Settings;
    return ({ x, z }, { count }, out) => {
      for (let i = 0; i < count; i++) {
        const u = x[i]! / width + 0.5;
        const v = z[i]! / depth + 0.5;
        const inside = picture !== undefined && u >= 0 && u <= 1 && v >= 0 && v <= 1;
        out.x[i] = 0;
        out.y[i] = inside ? 2 * source.strength * (bilinear(picture, u, v) - neutral) : 0;
        out.z[i] = 0;
      }
    };
  },
};
