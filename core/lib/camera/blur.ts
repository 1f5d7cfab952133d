import { exp } from '../math/exact';

/**
 * How a wide Gaussian is done small: the picture is halved so many times, blurred with these weights, and drawn large
 * again.
 */
export interface Blur {
  readonly halvings: number;
  /** Of the middle, and of each pixel to both sides; the middle and twice the rest add up to 1. */
  readonly weights: readonly number[];
}

/**
 * A Gaussian of a standard deviation in pixels, with at most so many taps to a side. Halving by boxes of 2 × 2 and
 * drawing it large again by straight lines widen it themselves, by variances of (4ᵏ − 1)/12 and 4ᵏ/6: the rest is left
 * to the weights, cut off at three standard deviations.
 */
export function blurOf(sigma: number, most: number): Blur {
  let halvings = 0;
  while (3 * restOf(sigma, halvings) > most) halvings++;
  const rest = restOf(sigma, halvings);
  const taps = Math.min(most, Math.ceil(3 * rest));
  const bell = Array.from({ length: taps + 1 }, (_, i) =>
    rest > 0 ? exp((-i * i) / (2 * rest * rest)) : i === 0 ? 1 : 0,
  );
  const sum = bell.reduce((total, w, i) => total + (i === 0 ? w : 2 * w), 0);
  return { halvings, weights: bell.map((w) => w / sum) };
}

/** The standard deviation that is left to the weights, in pixels of the halved picture. */
function restOf(sigma: number, halvings: number): number {
  const cells = 4 ** halvings;
  const given = halvings === 0 ? 0 : (cells - 1) / 12 + cells / 6;
  return Math.sqrt(Math.max(0, (sigma * sigma - given) / cells));
}
