import { describe, expect, it } from 'vitest';
import { particleBlock } from '../../lib/particle-block';
import { vectorColumns, type Vector } from '../../lib/math/vector';
import { checkScene, completeField, completeScene } from '../../scene/read';
import { compileStack } from '../../sim/stack/compile';
import { evaluateRow } from '../../sim/stack/evaluate-row';
import { placeStack } from '../../sim/stack/place';
import { rowScratch } from '../../sim/stack/room';
import type { SeenParticles } from '../../sim/stack/seen-particles';
import { freeze } from '../../sim/step/freeze';
import { fields } from '.';
import type { FieldExample, FieldKind } from '../contracts/field';

/** Errors of numbers that pass through 32 bits, and of published constants with five digits. */
const TOLERANCE = 1e-6;

function seen(neighbours: NonNullable<FieldExample['neighbours']>): SeenParticles {
  const column = (of: 'at' | 'velocity', axis: 0 | 1 | 2) => Float32Array.from(neighbours, (one) => one[of][axis]);
  return {
    count: neighbours.length,
    id: Uint32Array.from(neighbours, (_, i) => i + 1),
    columns: {
      x: column('at', 0),
      y: column('at', 1),
      z: column('at', 2),
      vx: column('velocity', 0),
      vy: column('velocity', 1),
      vz: column('velocity', 2),
    },
  };
}

/** F of an example, by the whole stack of a scene in which nothing else acts. */
function vectorOf(
  kind: FieldKind,
  { settings, strength, actsAs, falloff, at, velocity, neighbours = [], scene: more = {} }: FieldExample,
): Vector {
  const field = completeField({
    id: 'tried',
    name: 'Tried',
    settings: { kind: kind.kind, ...settings },
    strength,
    ...(actsAs && { actsAs }),
    ...(falloff && { falloff }),
  });
  const written = { name: 'Example', emitters: [{ id: 'e', name: 'E', shape: { kind: 'point' } }], ...more };
  const bare = completeScene(written);
  const scene = { ...bare, fields: [...bare.fields, field] };
  expect(checkScene(scene)).toEqual([]);
  const stack = compileStack(scene, new Map());
  placeStack(stack, 0);
  freeze(stack, scene.emitters, [seen(neighbours)]);
  const block = { ...particleBlock(), count: 1 };
  block.mass.fill(1);
  block.life.fill(10);
  const put = (to: { readonly [axis in 'x' | 'y' | 'z']: Float64Array }, of: Vector) =>
    (['x', 'y', 'z'] as const).forEach((axis, i) => (to[axis][0] = of[i]!));
  put(block.position, at);
  put(block.velocity, velocity ?? [0, 0, 0]);
  const room = rowScratch();
  const row = stack.rows.find((one) => one.field === field)!;
  expect(evaluateRow(stack, row, block, room), 'the example lies within the falloff').toBe(true);
  const found = vectorColumns(1);
  for (const axis of ['x', 'y', 'z'] as const) found[axis][0] = room.vector[axis][0]!;
  return [found.x[0]!, found.y[0]!, found.z[0]!];
}

describe('every kind of field', () => {
  it.each(fields.list.map((kind) => [kind.kind, kind] as const))(
    '%s has examples, and gives their vectors',
    (_name, kind) => {
      expect(kind.examples.length).toBeGreaterThan(0);
      for (const example of kind.examples) {
        const found = vectorOf(kind, example);
        found.forEach((n, axis) =>
          expect(Math.abs(n - example.vector[axis]!), `${example.source}: ${found.join(', ')}`).toBeLessThan(TOLERANCE),
        );
        expect(example.source).not.toBe('');
      }
    },
  );
});
