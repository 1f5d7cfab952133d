import type { Kinded } from '../document/registry';
import type { Dial } from '../document/scene';
import { FRAME_NAMES, readFrameFormula } from '../kinds/gates/frame-formula';

/** The dials that an automation reads, by name. */
export function dialsRead(automation: Kinded, names: readonly string[]): string[] {
  if (automation.kind === 'dial') return [String(automation['dial'])];
  if (automation.kind !== 'formula') return [];
  const read = readFrameFormula(String(automation['formula']), { names });
  return names.filter((_, i) => read?.uses[FRAME_NAMES.length + i]);
}

/** A circle of dials that automate one another, by name, the first repeated at its end; undefined where there is none. */
export function dialCircle(dials: readonly Pick<Dial, 'name' | 'automations'>[]): string[] | undefined {
  const names = dials.map(({ name }) => name);
  const reads = new Map(
    dials.map(({ name, automations }) => [name, automations['value'] ? dialsRead(automations['value'], names) : []]),
  );
  const walk = (name: string, row: readonly string[]): string[] | undefined => {
    if (row.includes(name)) return [...row.slice(row.indexOf(name)), name];
    for (const next of reads.get(name) ?? []) {
      const circle = walk(next, [...row, name]);
      if (circle) return circle;
    }
    return undefined;
  };
  for (const name of names) {
    const circle = walk(name, []);
    if (circle) return circle;
  }
  return undefined;
}
