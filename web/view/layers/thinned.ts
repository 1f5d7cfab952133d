import { mix } from '../../../core/lib/random/lookup';
import { atSlots, type EmitterFrame } from '../../../engine/frame';

/**
 * A random part of the particles of an emitter, to be drawn where all are too many. A particle is in it by a hash of its
 * number, so that it stays in it from frame to frame, and a smaller part is one of a larger.
 */
export function thinned(frame: EmitterFrame, part: number): EmitterFrame {
  if (part >= 1) return frame;
  const limit = part * 4294967296;
  const slots = Uint32Array.from({ length: frame.count }, (_, slot) => slot);
  return atSlots(
    frame,
    slots.filter((slot) => mix(frame.id[slot]! ^ 0x2545f491) < limit),
  );
}
