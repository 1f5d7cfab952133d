import { turnOf } from '../../lib/series-timing';
import type { Scene } from '../scene';

/**
 * The content hash of the image that is behind the picture on a frame of the shot; empty for none. Of images in turn,
 * the first is shown on its frame and before.
 */
export function plateAt({ output, imageSequence }: Pick<Scene, 'output' | 'imageSequence'>, frame: number): string {
  if (output.backdrop === 'image') return output.backdropImage;
  if (output.backdrop !== 'image-sequence' || imageSequence.length === 0) return '';
  const late = Math.floor(frame) - output.sequenceStart;
  return imageSequence[turnOf(imageSequence.length, output.outsideSequence, late)]!.hash;
}
