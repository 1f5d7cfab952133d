import { stepsAt, turnOf } from '../series-timing';
import type { LevelImage, PictureSeries } from './level-image';

/** The number of the picture that is shown at a time in seconds, from 0. */
export function shownAt(series: PictureSeries, time: number): number {
  return turnOf(series.pictures.length, series.outside, Math.floor(stepsAt(series, time)));
}

/** The picture that an image shows at a time in seconds: itself, where it does not move. */
export function pictureAt(image: LevelImage, time: number): LevelImage {
  const { series } = image;
  return series ? series.pictures[shownAt(series, time)]! : image;
}

/** What is made of each picture of an image, once for each, by the time in seconds. */
export function eachPicture<T>(image: LevelImage, make: (picture: LevelImage) => T): (time: number) => T {
  const made = new Map<LevelImage, T>();
  return (time) => {
    const picture = pictureAt(image, time);
    let found = made.get(picture);
    if (found === undefined) {
      found = make(picture);
      made.set(picture, found);
    }
    return found;
  };
}

/** The numbers of the picture that is shown at a time in seconds and of the one that follows it. */
export function pairAt(series: PictureSeries, time: number): readonly [number, number] {
  const { pictures, outside } = series;
  const n = Math.floor(stepsAt(series, time));
  return [turnOf(pictures.length, outside, n), turnOf(pictures.length, outside, n + 1)];
}
