import { cos, sin } from '../math/exact';

const RADIAN = 0.017453292519943295;

/**
 * The focal length in mm that sees a vertical angle in degrees on a sensor so many mm high: h / (2·tan(angle/2)).
 * Source: textbook optics.
 */
export function focalLength(angle: number, sensor: number): number {
  const half = (angle * RADIAN) / 2;
  return (sensor * cos(half)) / (2 * sin(half));
}

/**
 * The vertical angle in degrees that a focal length in mm sees on a sensor so many mm high; the inverse of {@link
 * focalLength}.
 */
export function verticalAngle(focal: number, sensor: number): number {
  return (2 * Math.atan(sensor / (2 * focal))) / RADIAN;
}

/** What a lens is set to. */
export interface Lens {
  /** Focal length, mm. */
  readonly focal: number;
  /** Height of the sensor, mm. */
  readonly sensor: number;
  /** Focal length over the diameter of the opening. */
  readonly aperture: number;
  /** Distance that is sharp, metres. */
  readonly focus: number;
}

/** Radius of the opening, metres. */
export const openingOf = ({ focal, aperture }: Lens): number => focal / aperture / 2 / 1000;

/**
 * The diameter of the disc that a point at a distance in metres makes on the picture, as a share of its height. For a
 * thin lens of focal length f and opening f/N that is focused at s, a point at d makes c = (f/N)·|d − s|/d · f/(s − f)
 * on the sensor (textbook, “circle of confusion”). A camera without a lens of finite thickness keeps its angle whatever
 * it is focused at: its sensor is at f, not at s·f/(s − f), so the last factor is f/s.
 */
export function discOf(lens: Lens, distance: number): number {
  const { focal, sensor, focus } = lens;
  return ((2 * openingOf(lens) * Math.abs(distance - focus)) / distance / focus) * (focal / sensor);
}

/** The golden angle, radians. */
const GOLDEN = 2.399963229728653;

/**
 * The i-th of n places on the disc of radius 1, evenly spread over its area. Source: Vogel, “A better way to construct
 * the sunflower head”, Mathematical Biosciences 44 (1979).
 */
export function onDisc(i: number, n: number): readonly [number, number] {
  const r = Math.sqrt((i + 0.5) / n);
  return [r * cos(GOLDEN * i), r * sin(GOLDEN * i)];
}

/**
 * The i-th of n moments in (0, 1), each in a stretch of its own of 1/n, in an order that has nothing to do with the
 * places of {@link onDisc}: by van der Corput’s sequence (Verteilungsfunktionen, 1935), ranked.
 */
export function momentsOf(n: number): number[] {
  const mirrored = (i: number) => {
    let [value, digit] = [0, 0.5];
    for (let rest = i; rest > 0; rest >>= 1, digit /= 2) value += (rest & 1) * digit;
    return value;
  };
  const order = Array.from({ length: n }, (_, i) => i).toSorted((a, b) => mirrored(a) - mirrored(b));
  const moments = new Array<number>(n);
  order.forEach((sample, rank) => (moments[sample] = (rank + 0.5) / n));
  return moments;
}
