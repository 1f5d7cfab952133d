import type { Vector } from '../core/lib/math/vector';

/** A mistake of the person at the terminal: one line, exit code 2. */
export class UsageError extends Error {}

/** A number of an option, or a UsageError that names it and what is allowed. */
export function numberOf(
  option: string,
  text: string,
  { min = -Infinity, max = Infinity, whole = false, above = false } = {},
): number {
  const value = Number(text);
  const fits =
    text.trim() !== '' &&
    Number.isFinite(value) &&
    (above ? value > min : value >= min) &&
    value <= max &&
    (!whole || Number.isInteger(value));
  if (fits) return value;
  const low = min === -Infinity ? '' : ` ${above ? 'above' : 'from'} ${min}`;
  const high = max === Infinity ? '' : low ? ` to ${max}` : ` up to ${max}`;
  throw new UsageError(`--${option} is “${text}”. Use a ${whole ? 'whole ' : ''}number${low}${high}`);
}

/** Three numbers parted by commas. */
export function vectorOf(option: string, text: string): Vector {
  const parts = text.split(',');
  const [x, y, z] = parts.map((part) => (part.trim() === '' ? NaN : Number(part)));
  const vector = [x ?? NaN, y ?? NaN, z ?? NaN] as const;
  if (parts.length === 3 && vector.every(Number.isFinite)) return vector;
  throw new UsageError(`--${option} is “${text}”. Use three numbers x,y,z`);
}

/** First and last frame of `A-B` or of one frame, within bounds that are somewhere; `whole` where it is left out. */
export function spanOf(
  text: string | undefined,
  whole: readonly [number, number],
  [low, high]: readonly [number, number],
  where: string,
): readonly [number, number] {
  if (text === undefined) return whole;
  const match = /^(-?\d+)(?:-(-?\d+))?$/.exec(text);
  const from = Number(match?.[1]);
  const through = match?.[2] === undefined ? from : Number(match[2]);
  if (match && from >= low && through <= high && from <= through) return [from, through];
  throw new UsageError(`--frames is “${text}”. Use A-B or one frame, from ${low} to ${high}, ${where}`);
}

/** Words in a row: a, b and c. */
export const inWords = (words: readonly string[]): string => `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
