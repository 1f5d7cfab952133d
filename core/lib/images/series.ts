import type { LevelImage, PictureSeries } from './level-image';

/** Frames are told apart from the time in seconds; this much of one is rounding. */
const ROUNDING = 1e-6;

/** The number of the picture that is shown, from 0, of so many. */
export function turnOf(count: number, outside: PictureSeries['outside'], n: number): number {
  if (outside === 'hold' || count < 2) return Math.min(count - 1, Math.max(0, n));
  const round = outside === 'repeat' ? count : 2 * count - 2;
  const turn = n - round * Math.floor(n / round);
  return turn < count ? turn : round - turn;
}

/** The number of the picture that is shown at a time in seconds, from 0. */
export function shownAt({ pictures, fps, start, framesEach, outside }: PictureSeries, time: number): number {
  return turnOf(pictures.length, outside, Math.floor((time * fps - start) / framesEach + ROUNDING));
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
  const { pictures, outside, fps, start, framesEach } = series;
  const n = Math.floor((time * fps - start) / framesEach + ROUNDING);
  return [turnOf(pictures.length, outside, n), turnOf(pictures.length, outside, n + 1)];
}
