import type { Scene } from '../../../core/document/scene';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { rules } from '../../../core/kinds/group-rules';

/** How many second numbers the strip of the desk with most of them has: all strips leave room for as many. */
export function mostSecondNumbers({ fields, groups }: Pick<Scene, 'fields' | 'groups'>): number {
  const mixed = (group: string) => rules.get(groups.find((g) => g.id === group)?.rule ?? 'sum').mixes;
  const ofFields = fields.map(
    ({ settings, group }) => (fieldKinds.get(settings.kind).balance?.length ?? 0) + (mixed(group) ? 1 : 0),
  );
  return Math.max(0, ...ofFields, ...groups.map(({ group }) => (mixed(group) ? 1 : 0)));
}

/** The strength as a number with its unit, on one line. */
export function ValueLine({ unit, children }: { unit: string; children: React.ReactNode }) {
  return (
    <div className="flex h-6 shrink-0 items-baseline gap-1 text-text">
      <span className="relative min-w-0 flex-1">{children}</span>
      <span className="num shrink-0 whitespace-nowrap text-faint">{unit}</span>
    </div>
  );
}

/** Numbers that are balanced against the strength, at the same height on all strips. */
export function SecondNumbers({ children }: { children?: React.ReactNode }) {
  return (
    <div className="flex shrink-0 flex-col" style={{ height: 'calc(var(--second-numbers, 0) * 1.25rem)' }}>
      {children}
    </div>
  );
}
