import type { Scene } from '../core/document/scene';

/** Frames in an opening, at most. */
const FRAMES = 24;
/** Pixels of one of its frames, about. */
const PIXELS = 480 * 270;
/** Pixels that a picture may be high: a WebP has fewer than 2¹⁴ (WebP container specification). */
const HIGHEST = 16_000;

/** How the opening of a shot lies in its picture: `count` frames from `first` on, one below the other, in pixels. */
export interface OpeningLayout {
  readonly width: number;
  readonly height: number;
  readonly first: number;
  readonly count: number;
}

/** How the opening of a scene’s shot lies in its picture. */
export function openingLayout({ time, output }: Pick<Scene, 'time' | 'output'>): OpeningLayout {
  const scale = Math.sqrt(PIXELS / (output.width * output.height));
  const width = Math.max(1, Math.round(output.width * scale));
  const height = Math.max(1, Math.round(output.height * scale));
  const count = Math.max(1, Math.min(FRAMES, time.last - time.first + 1, Math.floor(HIGHEST / height)));
  return { width, height, first: time.first, count };
}
