import { stepsAt, turnOf } from '../lib/series-timing';
import type { Scene } from './scene';

/**
 * The content hash of the picture that an image of a scene shows at a frame of the scene’s time: that of the image itself,
 * where it is no series.
 */
export function imageShown({ images, time }: Pick<Scene, 'images' | 'time'>, hash: string, frame: number): string {
  const image = images.find((one) => one.hash === hash);
  if (!image || image.series.length === 0) return hash;
  const { seriesStart: start, framesEach, outsideSeries: outside, series } = image;
  const step = Math.floor(stepsAt({ fps: time.fps, start, framesEach, outside }, frame / time.fps));
  return [hash, ...series][turnOf(series.length + 1, outside, step)]!;
}
