import type { ArrowField } from '../../../core/measure/arrows';
import { frameAbout } from '../../../core/lib/math/vector';

/** Points a line takes: two for the shaft, two for a barb on one side, which is enough to tell the end. */
const POINTS = 4;
/** The longest arrow takes this part of the way to the next. */
const LONGEST = 0.95;
/** Arrows shorter than this part of the longest are left out. */
const LEAST = 0.01;
/** Chalk, as the screen has it. */
const CHALK = [0.925, 0.902, 0.855] as const;

/**
 * Arrows as pairs of points, with a colour and an opacity for each: as long as their vectors, the longest nearly as long
 * as `spacing`; the fainter the shorter they are and the less the field weighs there.
 */
export function arrowGeometry(
  { places, vector, weight, longest }: ArrowField,
  spacing: number,
): { readonly positions: Float32Array; readonly colours: Float32Array } {
  const total = places.x.length;
  const positions = new Float32Array(3 * POINTS * total);
  const colours = new Float32Array(4 * POINTS * total);
  let filled = 0;
  for (let n = 0; n < total; n++) {
    const [x, y, z] = [vector.x[n]!, vector.y[n]!, vector.z[n]!];
    const part = Math.sqrt(x * x + y * y + z * z) / longest;
    if (!(part > LEAST)) continue;
    const reach = (LONGEST * spacing) / longest;
    const [dx, dy, dz] = [x * reach, y * reach, z * reach];
    const size = LONGEST * spacing * part;
    const [side] = frameAbout([dx / size, dy / size, dz / size]);
    // It lies with its middle on its place.
    const tail = [places.x[n]! - dx / 2, places.y[n]! - dy / 2, places.z[n]! - dz / 2] as const;
    const tip = [tail[0] + dx, tail[1] + dy, tail[2] + dz] as const;
    const barb = 0.22 * size;
    positions.set(
      [
        ...tail,
        ...tip,
        ...tip,
        tip[0] - 0.3 * dx + barb * side[0],
        tip[1] - 0.3 * dy + barb * side[1],
        tip[2] - 0.3 * dz + barb * side[2],
      ],
      3 * POINTS * filled,
    );
    const opacity = (0.2 + 0.7 * Math.sqrt(part)) * Math.min(1, 0.25 + 0.75 * Math.abs(weight[n]!));
    for (let point = 0; point < POINTS; point++) colours.set([...CHALK, opacity], 4 * (POINTS * filled + point));
    filled++;
  }
  return {
    positions: positions.subarray(0, 3 * POINTS * filled),
    colours: colours.subarray(0, 4 * POINTS * filled),
  };
}
