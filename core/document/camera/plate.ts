import type { Scene } from '../scene';

/**
 * The content hash of the image that is behind the picture on a frame of the shot; empty for none. Of images in turn,
 * the first is shown on its frame and before.
 */
export function plateAt({ output, plates }: Pick<Scene, 'output' | 'plates'>, frame: number): string {
  if (output.behind === 'plate') return output.plate;
  if (output.behind !== 'sequence' || plates.length === 0) return '';
  const late = Math.floor(frame) - output.plateFrom;
  const n = plates.length;
  const turn = output.plateEnds === 'repeat' ? ((late % n) + n) % n : Math.min(n - 1, Math.max(0, late));
  return plates[turn]!.hash;
}
