import { describe, expect, it } from 'vitest';
import { fields as fieldKinds } from '../../kinds/fields';
import { modulators } from '../../kinds/modulators';
import { Simulation } from '../../sim/step/simulation';
import { checkScene } from '../../scene/read';
import { previewOf, shippedShelf } from '.';

const shelf = shippedShelf();
const named = shelf.map((recipe) => [recipe.name, recipe] as const);

describe('the shelf that ships', () => {
  it('has at least thirty chains, each with its own name, a sentence and tags', () => {
    expect(shelf.length).toBeGreaterThanOrEqual(30);
    expect(new Set(shelf.map(({ id }) => id)).size).toBe(shelf.length);
    for (const { note, tags } of shelf) {
      expect(note).toMatch(/^[A-Z].*\.$/);
      expect(tags.length).toBeGreaterThan(0);
    }
  });

  it('has every kind of field', () => {
    const used = new Set(shelf.flatMap(({ scene }) => scene.fields.map(({ settings }) => settings.kind)));
    expect(fieldKinds.list.map(({ kind }) => kind).filter((kind) => !used.has(kind))).toEqual([]);
    const weighted = new Set(
      shelf.flatMap(({ scene }) => scene.fields.flatMap((f) => f.modulators.map(({ kind }) => kind))),
    );
    for (const kind of weighted) expect(modulators.find(kind)).toBeDefined();
  });

  it.each(named)(
    '%s moves particles, loses none to numbers that are not finite, and every strip of it does something',
    (_, recipe) => {
      const scene = previewOf(recipe);
      expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
      const end = (s: typeof scene) => {
        const run = new Simulation(s, new Map());
        while (run.frame < 36) run.advance();
        const { columns, count } = run.populations[0]!;
        return { count, x: columns.x.slice(0, count), y: columns.y.slice(0, count), z: columns.z.slice(0, count) };
      };
      const whole = end(scene);
      expect(whole.count).toBeGreaterThan(380);
      for (const axis of ['x', 'y', 'z'] as const) for (const n of whole[axis]) expect(Math.abs(n)).toBeLessThan(20);
      for (const field of scene.fields) {
        const without = end({ ...scene, fields: scene.fields.map((f) => (f === field ? { ...f, mute: true } : f)) });
        const same =
          without.count === whole.count &&
          whole.x.every((x, i) => Math.abs(x - without.x[i]!) + Math.abs(whole.y[i]! - without.y[i]!) < 1e-6);
        expect(same, `${field.name} does nothing`).toBe(false);
      }
    },
  );
});
