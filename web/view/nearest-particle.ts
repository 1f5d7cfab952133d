import type { Frame } from '../../engine/frame';

/** A particle on the screen. */
export interface OnScreen {
  readonly emitter: number;
  readonly slot: number;
  /** Pixels from the left and top of the view. */
  readonly x: number;
  readonly y: number;
}

/**
 * The particle of a frame that is drawn nearest to a point of the view, within some pixels of it; of two that are as near
 * to a pixel, the one in front. `matrix` takes the scene to clip space, column by column, as graphics do; `skips` names
 * emitters that are not drawn.
 */
export function nearestParticle(
  frame: Frame,
  matrix: readonly number[],
  size: { readonly width: number; readonly height: number },
  point: { readonly x: number; readonly y: number },
  within: number,
  skips: (emitter: number) => boolean = () => false,
): OnScreen | undefined {
  const m = matrix;
  let found: OnScreen | undefined;
  let [best, front] = [within, Infinity];
  frame.emitters.forEach(({ count, columns }, emitter) => {
    if (skips(emitter)) return;
    for (let slot = 0; slot < count; slot++) {
      const [px, py, pz] = [columns.x[slot]!, columns.y[slot]!, columns.z[slot]!];
      const w = m[3]! * px + m[7]! * py + m[11]! * pz + m[15]!;
      if (!(w > 0)) continue;
      const x = ((1 + (m[0]! * px + m[4]! * py + m[8]! * pz + m[12]!) / w) / 2) * size.width;
      const y = ((1 - (m[1]! * px + m[5]! * py + m[9]! * pz + m[13]!) / w) / 2) * size.height;
      const off = Math.hypot(x - point.x, y - point.y);
      if (off > within || off > best + 1) continue;
      const depth = (m[2]! * px + m[6]! * py + m[10]! * pz + m[14]!) / w;
      if (depth < -1 || depth > 1 || (off > best - 1 && depth >= front)) continue;
      [best, front] = [off, depth];
      found = { emitter, slot, x, y };
    }
  });
  return found;
}
