import type { Matrix4, Object3D, PerspectiveCamera } from 'three';
import type { Kinded } from '../../core/describe/registry';
import type { Zone } from '../../core/scene/document';
import type { EmitterFrame } from '../../engine/frame';

/** What draws the particles of one emitter. */
export interface Layer {
  readonly object: Object3D;
  /** Takes the look; does nothing where it is the one it has. */
  setLook(look: Kinded): void;
  /** Takes how the particles in each zone are drawn. */
  setZones(zones: readonly Zone[]): void;
  /** Takes the particles of a frame that holds `share` of them all. */
  setParticles(frame: EmitterFrame, share: number, enlarge: boolean): void;
  /**
   * Makes ready to be drawn: seen by `camera` in a picture `height` pixels high, moved back by so many seconds, with all
   * places taken through `whole` and all sizes multiplied.
   */
  prepare(camera: PerspectiveCamera, height: number, back: number, whole: Matrix4, sizes: number): void;
  dispose(): void;
}

/** Tints of zones, with how much of each, and how many times as large what is in them is drawn; from 1, 0 is no zone. */
export function zoneDress(zones: readonly Zone[], colourOf: (tint: string) => readonly [number, number, number]) {
  return zones.map(({ into, tint, tinted, sizes }) => ({
    tint: [...colourOf(tint), into === 'variant' ? tinted / 100 : 0] as const,
    size: into === 'variant' ? sizes : 1,
  }));
}
