import type { SeriesTiming } from '../series-timing';

/** A picture as levels of brightness, 0 black … 255 white (sRGB-coded), row by row from the top. */
export interface LevelImage {
  readonly width: number;
  readonly height: number;
  readonly levels: Uint8Array;
  /** Its colours by themselves; undefined for a picture without colour. */
  readonly red?: Uint8Array;
  readonly green?: Uint8Array;
  readonly blue?: Uint8Array;
  /** The pictures that it shows in turn, itself the first of them; undefined for one that does not move. */
  readonly series?: PictureSeries;
}

/** Pictures that follow one another in time. */
export interface PictureSeries extends SeriesTiming {
  readonly pictures: readonly LevelImage[];
}

/**
 * Level 0 … 1 at (u, v) in 0 … 1, u to the right and v downwards, bilinear between the centres of pixels; beyond the
 * outermost centres the edge holds. Of another plane of the picture than its brightness, where one is given.
 */
export function bilinear(
  { width, height, levels: own }: LevelImage,
  u: number,
  v: number,
  levels: Uint8Array = own,
): number {
  const x = Math.min(Math.max(u * width - 0.5, 0), width - 1);
  const y = Math.min(Math.max(v * height - 0.5, 0), height - 1);
  const i = Math.min(Math.floor(x), Math.max(0, width - 2));
  const j = Math.min(Math.floor(y), Math.max(0, height - 2));
  const fx = x - i;
  const fy = y - j;
  const right = width > 1 ? 1 : 0;
  const below = height > 1 ? width : 0;
  const at = j * width + i;
  const top = levels[at]! + fx * (levels[at + right]! - levels[at]!);
  const bottom = levels[at + below]! + fx * (levels[at + below + right]! - levels[at + below]!);
  return (top + fy * (bottom - top)) / 255;
}

/** The same where the picture is laid out over and over: between two tiles it goes over from the one’s edge to the other’s. */
export function tiledBilinear(image: LevelImage, u: number, v: number, levels: Uint8Array = image.levels): number {
  const { width, height } = image;
  const x = u * width - 0.5;
  const y = v * height - 0.5;
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const column = (n: number) => n - width * Math.floor(n / width);
  const row = (n: number) => width * (n - height * Math.floor(n / height));
  const [left, right, above, below] = [column(i), column(i + 1), row(j), row(j + 1)];
  const top = levels[above + left]! + (x - i) * (levels[above + right]! - levels[above + left]!);
  const bottom = levels[below + left]! + (x - i) * (levels[below + right]! - levels[below + left]!);
  return (top + (y - j) * (bottom - top)) / 255;
}

/** How the level of a picture at (u, v) is read. */
export type ReadLevel = typeof bilinear;

/**
 * Brightness of RGBA pixels (8 bit, sRGB-coded) with the weights of ITU-R BT.709; transparent pixels count as black.
 * Colours are kept where any pixel has one.
 */
export function levelsOfRgba(width: number, height: number, rgba: Uint8Array): LevelImage {
  const levels = new Uint8Array(width * height);
  let coloured = false;
  for (let i = 0; i < levels.length; i++) {
    const light = 0.2126 * rgba[4 * i]! + 0.7152 * rgba[4 * i + 1]! + 0.0722 * rgba[4 * i + 2]!;
    levels[i] = Math.floor((light * rgba[4 * i + 3]!) / 255 + 0.5);
    coloured ||= rgba[4 * i] !== rgba[4 * i + 1] || rgba[4 * i] !== rgba[4 * i + 2];
  }
  if (!coloured) return { width, height, levels };
  const plane = (channel: number) => Uint8Array.from({ length: levels.length }, (_, i) => rgba[4 * i + channel]!);
  return { width, height, levels, red: plane(0), green: plane(1), blue: plane(2) };
}

/**
 * The sRGB-coded colour at (u, v), each part 0 … 1, bilinear as {@link bilinear} is; grey of its brightness where the
 * picture has no colours.
 */
export function colourOf(image: LevelImage, u: number, v: number): readonly [number, number, number] {
  const of = (plane: Uint8Array | undefined) => bilinear(image, u, v, plane);
  return [of(image.red), of(image.green), of(image.blue)];
}
