import type { Kinded } from '../../core/document/registry';
import { automationKinds } from '../../core/kinds/automation';

const wave = (low: number, high: number): Kinded => {
  const round = (n: number) => Number(n.toPrecision(3));
  return automationKinds.defaults('wave', { outputMin: round(low), outputMax: round(high) });
};

/**
 * An automation to begin with: about the value, by half of it to both sides; about 0, over half of the usual span. A
 * dial, with a span of its own, swings over all of it.
 */
export function firstAutomation(sort: string, value: number, usual: readonly [number, number]): Kinded {
  if (sort === 'dials') return wave(...usual);
  const by = value !== 0 ? Math.abs(value) / 2 : (usual[1] - usual[0]) / 4;
  return wave(value - by, value + by);
}
