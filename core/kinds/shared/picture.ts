import { describe, typed, type Values } from '../../document/parameters';
import type { LevelImage } from '../../lib/images/level-image';
import { patterns } from '../../lib/images/patterns';

/** A built-in pattern, or one of the scene's images. */
export const pictureParameters = describe({
  pattern: {
    type: 'choice',
    label: 'Picture',
    default: 'noise',
    options: [...patterns.map(({ value, label }) => ({ value, label })), { value: 'image' as const, label: 'image' }],
    help: 'A built-in pattern, or an image.',
  },
  image: {
    type: 'image',
    label: 'Image',
    default: '',
    help: 'An image of the scene, used as brightness.',
    shown: (v) => v['pattern'] === 'image',
  },
});

/** The picture that values name; undefined where none is chosen, or its file is not there. */
export function pictureOf(values: Values, image: (hash: string) => LevelImage | undefined): LevelImage | undefined {
  const { pattern, image: hash } = typed(pictureParameters, values);
  return pattern === 'image' ? image(hash) : patterns.find((p) => p.value === pattern)!.image();
}

/** Why there is no picture, in words. */
export function pictureTrouble(values: Values, image: (hash: string) => LevelImage | undefined): string | undefined {
  if (pictureOf(values, image)) return undefined;
  return values['image'] === '' ? 'no image chosen' : 'its image is missing';
}
