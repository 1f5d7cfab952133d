import type { FieldFamily, FieldKind } from '../contracts/field';
import { fields } from './index';

const HEADINGS: Readonly<Record<FieldFamily, string>> = {
  push: 'push and pull',
  around: 'along and around',
  flow: 'flow',
  source: 'pictures and formulas',
  crowd: 'crowds',
  limit: 'limits and masks',
};

/** Kinds of field under a heading. */
export interface KindFamily {
  readonly label: string;
  readonly kinds: readonly FieldKind[];
}

/** Every kind of field under the heading of its family, in the order in which they are offered. */
export const families: readonly KindFamily[] = Object.entries(HEADINGS).map(([family, label]) => ({
  label,
  kinds: fields.list.filter((kind) => kind.family === family),
}));

const inOrder = families.flatMap(({ kinds }) => kinds);

/** How well a kind fits what is typed: the less the better; undefined where it doesn’t. */
function rankOf({ label, summary, starts }: FieldKind, typed: string): number | undefined {
  const names = starts.map(({ name }) => name.toLowerCase());
  if (label.startsWith(typed)) return 0;
  if (label.includes(` ${typed}`)) return 1;
  if (names.some((name) => name.startsWith(typed))) return 2;
  if (label.includes(typed)) return 3;
  return summary.toLowerCase().includes(typed) ? 4 : undefined;
}

/** The kinds that fit what is typed, by their names, starting points and sentences, the best first; all without any. */
export function kindsFor(typed: string): readonly FieldKind[] {
  const wanted = typed.trim().toLowerCase();
  if (wanted === '') return inOrder;
  return inOrder
    .map((kind) => ({ kind, rank: rankOf(kind, wanted) }))
    .filter((found) => found.rank !== undefined)
    .toSorted((a, b) => a.rank! - b.rank!)
    .map(({ kind }) => kind);
}
