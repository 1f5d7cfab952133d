import { describe, expect, it } from 'vitest';
import { actions } from '../kinds/actions';
import { bonds } from '../kinds/bodies';
import { extents } from '../kinds/falloff-shapes';
import { fields } from '../kinds/fields';
import { rules } from '../kinds/group-rules';
import { chapters } from '../handbook/chapters';
import { exampleOf } from '../handbook/example';
import { modulators } from '../kinds/modulators';
import { profiles } from '../kinds/curves';
import { checkScene } from '../scene/read';
import { tides } from '../kinds/automation';
import { runTo } from './scenes';

describe('the handbook', () => {
  it('has a page for every registered field, way of acting, extent, profile, modulator, tide, bond and rule', () => {
    const pages = chapters.map((c) => [c.sort, c.registry]);
    expect(pages).toEqual([
      ['field', fields],
      ['action', actions],
      ['extent', extents],
      ['profile', profiles],
      ['modulator', modulators],
      ['tide', tides],
      ['bond', bonds],
      ['rule', rules],
    ]);
  });

  const pages = chapters.flatMap((c) => c.registry.list.map((kind) => [`${c.sort}/${kind.kind}`, c, kind] as const));
  it.each(pages)('%s tells formula and source, and its example is sound and moves', (_address, chapter, kind) => {
    expect(kind.formula.length).toBeGreaterThan(4);
    expect(kind.source.length).toBeGreaterThan(4);
    const scene = exampleOf(chapter.sort, kind.kind);
    expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
    const [start, end] = [runTo(scene, 0).populations[0]!, runTo(scene, 48).populations[0]!];
    const moved = Array.from({ length: start.count }, (_, i) =>
      Math.hypot(...(['x', 'y', 'z'] as const).map((axis) => end.columns[axis][i]! - start.columns[axis][i]!)),
    );
    expect(end.count).toBe(start.count);
    expect(moved.every(Number.isFinite)).toBe(true);
    expect(Math.max(...moved)).toBeGreaterThan(0.05);
    expect(Math.max(...moved)).toBeLessThan(200);
  });

  it('says when shift and when acceleration is the better choice', () => {
    expect(actions.get('shift').advice).toMatch(/Use acceleration/);
    expect(actions.get('acceleration').advice).toMatch(/Use move instead/);
  });

  it('what is changed on a page changes its example', () => {
    const changed = exampleOf('field', 'vortex', { strength: 5, settings: { lift: 3 } });
    expect(changed.fields[0]).toMatchObject({ strength: 5, settings: { lift: 3 } });
    expect(exampleOf('extent', 'ball', { extent: { reach: 9 } }).fields[0]!.extent['reach']).toBe(9);
  });
});
