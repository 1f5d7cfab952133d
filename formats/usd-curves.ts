import { pointsOf } from '../core/kinds/bodies';
import { strandRows } from '../core/kinds/bodies/curves';
import { looksOf } from '../core/kinds/looks';
import type { Assets } from '../core/document/assets';
import type { Scene } from '../core/document/scene';
import { resourcesOf } from '../core/scene/resources';
import { slotsIn } from '../core/sim/step/slots';
import type { ParticleTable } from './particles';

/** What of an emitter is written as curves beside its points. */
export interface CurveSource {
  /** Particles of a strand; below 2 where it has none. */
  readonly strand: number;
  /** Frames that trails reach back, and how many particles share one; undefined without trails. */
  readonly trail: { readonly length: number; readonly every: number } | undefined;
}

/** Curves of one frame: how many points each has, and the points and their widths, one curve after another. */
export interface Curves {
  readonly counts: number[];
  readonly points: (readonly [number, number, number])[];
  readonly widths: number[];
}

/** What the emitters of a scene have that is written as curves. */
export function curveSourcesOf(scene: Scene, assets: Assets): CurveSource[] {
  const resources = resourcesOf(scene, assets);
  return scene.emitters.map((emitter) => {
    const trail = looksOf(emitter).find(({ kind }) => kind === 'trail');
    return {
      strand: emitter.body.kind === 'strands' ? pointsOf(emitter, resources) : 0,
      trail: trail && { length: trail['length'] as number, every: trail['every'] as number },
    };
  });
}

const pointOf = ({ columns: { x, y, z } }: ParticleTable, slot: number) => [x[slot]!, y[slot]!, z[slot]!] as const;

/** Strands of a frame, root first. */
export function strandCurves(table: ParticleTable, points: number): Curves {
  const rows = strandRows(table.id, table.id.length, points);
  return {
    counts: rows.map((row) => row.length),
    points: rows.flatMap((row) => row.map((slot) => pointOf(table, slot))),
    widths: rows.flatMap((row) => row.map((slot) => table.columns.size[slot]!)),
  };
}

/**
 * The ways that particles have come, from where they are back through the frames before, in the order of their numbers;
 * those of one point are left out.
 */
export function trailCurves(table: ParticleTable, before: readonly ParticleTable[], every: number): Curves {
  const order = [...table.id.keys()]
    .filter((slot) => every <= 1 || table.id[slot]! % every === 0)
    .toSorted((a, b) => table.id[a]! - table.id[b]!);
  const ids = Uint32Array.from(order, (slot) => table.id[slot]!);
  const found = before.map((past) => slotsIn(ids, past.id));
  const curves: Curves = { counts: [], points: [], widths: [] };
  order.forEach((slot, n) => {
    const way = [pointOf(table, slot)];
    for (const [b, past] of before.entries()) {
      const at = found[b]![n]!;
      if (at < 0) break;
      way.push(pointOf(past, at));
    }
    if (way.length < 2) return;
    curves.counts.push(way.length);
    curves.points.push(...way);
    curves.widths.push(...way.map(() => table.columns.size[slot]!));
  });
  return curves;
}
