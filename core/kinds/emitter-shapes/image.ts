import { describe, type ValuesOf } from '../../document/parameters';
import { colourOf, type LevelImage } from '../../lib/images/level-image';
import { eachPicture } from '../../lib/images/series';
import { patterns } from '../../lib/images/patterns';
import { bisect } from '../../lib/meshes/surface';
import { card } from './card';
import { defineEmitterShape, lieFlat, type Resources, type Sampler } from './shape';

const parameters = describe({
  pattern: {
    type: 'choice',
    label: 'Picture',
    default: 'rings',
    options: [...patterns.map(({ value, label }) => ({ value, label })), { value: 'image', label: 'image' }],
    help: 'A built-in pattern, or one of the scene’s images.',
  },
  image: {
    type: 'image',
    label: 'Image',
    default: '',
    help: 'A PNG or JPEG image, used as brightness.',
    shown: (v) => v['pattern'] === 'image',
  },
  dark: {
    type: 'switch',
    label: 'Invert',
    default: false,
    help: 'Births where the picture is dark instead of light.',
  },
  width: { type: 'number', label: 'Width', unit: 'm', default: 2, min: 0, usual: [0, 10], help: 'The size along X.' },
  depth: {
    type: 'number',
    label: 'Depth',
    unit: 'm',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: 'The size along Z. The top of the picture is at −Z.',
  },
});

type Settings = ValuesOf<typeof parameters>;

function pictureOf({ pattern, image: hash }: Settings, resources: Resources) {
  return pattern === 'image' ? resources.image(hash) : patterns.find((p) => p.value === pattern)?.image();
}

/** Births on one picture: a pixel by its level, and an even place within it. */
function pictureSampler(settings: Settings, picture: LevelImage): Sampler {
  const { width, height, levels } = picture;
  const sums = new Float64Array(levels.length);
  let total = 0;
  for (let i = 0; i < levels.length; i++) {
    total += settings.dark ? 255 - levels[i]! : levels[i]!;
    sums[i] = total;
  }
  if (total === 0) return () => false;
  return ({ pick }, out) => {
    const pixel = bisect(sums, pick(0) * total);
    const u = ((pixel % width) + pick(1)) / width;
    const v = (Math.floor(pixel / width) + pick(2)) / height;
    lieFlat(out, settings.width * (u - 0.5), settings.depth * (v - 0.5), u, v);
    out.shade = levels[pixel]! / 255;
    out.colour.set(colourOf(picture, u, v));
    return true;
  };
}

/** A card that gives off particles in proportion to brightness. */
export const image = defineEmitterShape({
  kind: 'image',
  label: 'image',
  summary: 'A card with births in proportion to the brightness of a picture.',
  parameters,
  sampler(values, resources) {
    const settings = values;
    const picture = pictureOf(settings, resources);
    if (!picture) return () => false;
    const samplerAt = eachPicture(picture, (now) => pictureSampler(settings, now));
    return (draw, out) => samplerAt(draw.time)(draw, out);
  },
  empty(values, resources) {
    const settings = values;
    const picture = pictureOf(settings, resources);
    if (!picture) return settings.image === '' ? 'no image is chosen' : 'its image is missing';
    const nothing = settings.dark ? 255 : 0;
    const pictures = picture.series?.pictures ?? [picture];
    return pictures.every(({ levels }) => levels.every((level) => level === nothing))
      ? `its image is ${settings.dark ? 'white' : 'black'} all over`
      : undefined;
  },
  outline: (values, resources) => card.outline!(values, resources),
  handles: (values) => card.handles!(values),
});
