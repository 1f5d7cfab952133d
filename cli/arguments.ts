import type { Vector } from '../core/math/vector';

/** A mistake of the person at the terminal: one line, exit code 2. */
export class UsageError extends Error {}

/** A number of an option, or a UsageError that names it and what is allowed. */
export function numberOf(option: string, text: string, { min = -Infinity, max = Infinity, whole = false, above = false } = {}): number {
  const value = Number(text);
  const fits =
    text.trim() !== '' &&
    Number.isFinite(value) &&
    (above ? value > min : value >= min) &&
    value <= max &&
    (!whole || Number.isInteger(value));
  if (fits) return value;
  const low = min === -Infinity ? '' : ` ${above ? 'above' : 'from'} ${min}`;
  const high = max === Infinity ? '' : ` up to ${max}`;
  throw new UsageError(`--${option} is “${text}”; allowed is a ${whole ? 'whole ' : ''}number${low}${high}`);
}

/** Three numbers parted by commas. */
export function vectorOf(option: string, text: string): Vector {
  const parts = text.split(',');
  const numbers = parts.map(Number);
  if (parts.length !== 3 || parts.some((p) => p.trim() === '') || numbers.some((n) => !Number.isFinite(n)))
    throw new UsageError(`--${option} is “${text}”; allowed are three numbers x,y,z`);
  return numbers as unknown as Vector;
}
