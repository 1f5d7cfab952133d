import { describe, type ValuesOf } from '../../document/parameters';
import { bilinear } from '../../lib/images/level-image';
import { pictureAt } from '../../lib/images/series';
import { patterns } from '../../lib/images/patterns';
import { defineMask, rangeParameters, type MaskSource } from './mask';

const parameters = describe({
  pattern: {
    type: 'choice',
    label: 'Picture',
    default: 'patches',
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
  ...rangeParameters('', 0, 1, [0, 1]),
});

function levelOf({ values, resources }: MaskSource<ValuesOf<typeof parameters>>) {
  const { pattern, image } = values;
  const picture = pattern === 'image' ? resources.image(image) : patterns.find((p) => p.value === pattern)?.image();
  return ({ u, v }: { u: number; v: number }, time: number) =>
    picture ? bilinear(pictureAt(picture, time), u - Math.floor(u), v - Math.floor(v)) : 1;
}

/** Births where a picture is bright, laid over the shape by its texture coordinates or its breadth. */
export const texture = defineMask({
  kind: 'texture',
  label: 'texture',
  summary: 'Births follow the brightness of a picture, on the UV coordinates of a mesh or across a flat shape.',
  parameters,
  measures: { label: 'brightness', unit: '', ends: [0, 1], value: levelOf },
});
