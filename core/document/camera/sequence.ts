import type { Scene } from '../scene';

/**
 * The content hash of the image that is behind the picture on a frame of the shot; empty for none. Of images in turn,
 * the first is shown on its frame and before.
 */
export function plateAt({ output, imageSequence }: Pick<Scene, 'output' | 'imageSequence'>, frame: number): string {
  if (output.backdrop === 'image') return output.backdropImage;
  if (output.backdrop !== 'image-sequence' || imageSequence.length === 0) return '';
  const late = Math.floor(frame) - output.sequenceStart;
  const n = imageSequence.length;
  const turn = output.outsideSequence === 'repeat' ? ((late % n) + n) % n : Math.min(n - 1, Math.max(0, late));
  return imageSequence[turn]!.hash;
}
