import { valueAt, type Key } from '../../../core/document/keys/keys';
import type { Clock } from '../../../core/document/time/clock';
import { mapVector, type Vector } from '../../../core/lib/math/vector';
import { clockOfRow, type DeckSpan } from './deck-span';
import type { KeyRow } from './key-rows';

const PARTS = ['X', 'Y', 'Z'] as const;

/** Room above and below the curves, and on their left for numbers, pixels. */
export const MARGIN = { y: 18, left: 52, right: 16 };

/** One curve: a number, or a part of a vector. */
export interface Curve {
  readonly row: KeyRow;
  readonly part: number;
  readonly name: string;
  /** The time in which its keys stand. */
  readonly clock: Clock;
}

/** A number, or a part of a vector. */
export const part = (value: Key['value'], index: number): number => (typeof value === 'number' ? value : value[index]!);

/** A value with one part changed. */
export function withPart(value: Key['value'], index: number, to: number): Key['value'] {
  return typeof value === 'number' ? to : mapVector(value, (n, i) => (i === index ? to : n));
}

/** The curves of rows: one for a number, three for a vector. */
export const curvesOf = (rows: readonly KeyRow[], span: DeckSpan): Curve[] =>
  rows.flatMap((row) => {
    const clock = clockOfRow(span, row.ref.sort);
    return row.parameter.type === 'vector'
      ? PARTS.map((name, i) => ({ row, part: i, name: `${row.label} ${name}`, clock }))
      : [{ row, part: 0, name: row.label, clock }];
  });

/** The piece of the deck that is seen: its size in pixels, and the frames and values over it. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly from: number;
  readonly to: number;
  readonly low: number;
  readonly high: number;
}

/** Where a frame and a value lie, pixels; and how much of them a pixel is. */
export const xOf = (f: Frame, frame: number) =>
  MARGIN.left + ((frame - f.from) / (f.to - f.from)) * (f.width - MARGIN.left - MARGIN.right);
export const yOf = (f: Frame, value: number) =>
  f.height - MARGIN.y - ((value - f.low) / (f.high - f.low)) * (f.height - 2 * MARGIN.y);
export const perPixelX = (f: Frame) => (f.to - f.from) / (f.width - MARGIN.left - MARGIN.right);
export const perPixelY = (f: Frame) => (f.high - f.low) / (f.height - 2 * MARGIN.y);

/** The span of all values that are shown, also between keys. */
export function rangeOf(curves: readonly Curve[], from: number, to: number): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (const { row, part: p, clock } of curves) {
    const take = (value: number) => {
      low = Math.min(low, value);
      high = Math.max(high, value);
    };
    for (const key of row.keys) take(part(key.value, p));
    for (let i = 0; i <= 100; i++)
      take(part(valueAt(row.keys as readonly Key<Vector>[], clock.at(from + ((to - from) * i) / 100)), p));
  }
  if (!(high >= low)) return { low: 0, high: 1 };
  const room = high > low ? 0 : Math.max(0.5, Math.abs(high) / 2);
  return { low: low - room, high: high + room };
}
