import { bilinear, tiledBilinear, type LevelImage, type ReadLevel } from '../../lib/images/level-image';
import type { FieldRoutine } from '../contracts/field';
import type { TextureSettings } from './texture-parameters';

/**
 * A brightness between the ends, brought to −1 … 1 so that the neutral level is 0 and one end or the other 2·(1 −
 * neutral).
 */
export function signedLevel(
  { neutral, dark, light }: Pick<TextureSettings, 'neutral' | 'dark' | 'light'>,
  brightness: number,
): number {
  return 2 * (Math.min(1, Math.max(0, (brightness - dark) / (light - dark))) - neutral);
}

/** How much is felt at a height off the surface: one side or both, fading over the thickness. */
export function heightShare({ thickness, side }: Pick<TextureSettings, 'thickness' | 'side'>, height: number): number {
  if ((side === 'front' && height < 0) || (side === 'back' && height > 0)) return 0;
  if (thickness === 0) return 1;
  const t = Math.abs(height) / thickness;
  return t >= 1 ? 0 : 1 - t * t * (3 - 2 * t);
}

/**
 * Slope of the signed level along u and v, by central differences over two pixels: levels have 8 bits, and closer ones
 * are coarse.
 */
export function slopeOf(
  settings: TextureSettings,
  picture: LevelImage,
  u: number,
  v: number,
  read: ReadLevel = bilinear,
): readonly [number, number] {
  const [du, dv] = [1 / picture.width, 1 / picture.height];
  const at = (a: number, b: number) => signedLevel(settings, read(picture, a, b)) / 2;
  return [(at(u + du, v) - at(u - du, v)) / (2 * du), (at(u, v + dv) - at(u, v - dv)) / (2 * dv)];
}

/** Red and green at a place of a picture, each −1 … 1 from its middle. */
export function flowOf(
  picture: LevelImage,
  u: number,
  v: number,
  read: ReadLevel = bilinear,
): readonly [number, number] {
  return [2 * read(picture, u, v, picture.red) - 1, 2 * read(picture, u, v, picture.green) - 1];
}

/** A picture on a card in the XZ plane of the place: u along X, v along Z. */
export function cardRoutine(settings: TextureSettings, picture: LevelImage, strength: number): FieldRoutine {
  const { width, depth, outside, mapping } = settings;
  const read = outside === 'tile' ? tiledBilinear : bilinear;
  return ({ x, y, z }, { count }, out) => {
    for (let i = 0; i < count; i++) {
      const u = x[i]! / width + 0.5;
      const v = z[i]! / depth + 0.5;
      out.x[i] = out.y[i] = out.z[i] = 0;
      const share = strength * heightShare(settings, y[i]!);
      if (share === 0 || (outside === 'nothing' && (u < 0 || u > 1 || v < 0 || v > 1))) continue;
      if (mapping === 'push-and-pull') {
        out.y[i] = share * signedLevel(settings, read(picture, u, v));
        continue;
      }
      const [a, b] =
        mapping === 'colours-as-flow' ? flowOf(picture, u, v, read) : slopeOf(settings, picture, u, v, read);
      out.x[i] = mapping === 'colours-as-flow' ? share * a : (-share * a) / width;
      out.z[i] = mapping === 'colours-as-flow' ? share * b : (-share * b) / depth;
    }
  };
}
