import { describe, expect, it } from 'vitest';
import { isShown } from '../document/parameters';
import type { Values } from '../document/parameters';
import { falloffShapes } from '../kinds/falloff-shapes';
import { fittedTo, joined } from '../measure/fit';
import { metres } from '../measure/diagnosis';
import type { SizeHandle } from '../lib/geometry/outline';
import { uniform } from '../lib/random/lookup';
import { freeId, freeName } from '../scene/free-identity';
import { shapes } from '../kinds/emitter-shapes';
import { birthPlace } from '../kinds/emitter-shapes/shape';
import { NO_RESOURCES } from './no-resources';

interface Body {
  readonly kind: string;
  readonly defaults: Values;
  handles(values: Values): readonly SizeHandle[];
}

const bodies: Body[] = [shapes, falloffShapes].flatMap((registry) =>
  registry.list.map((kind) => ({
    kind: `${registry.of} ${kind.kind}`,
    defaults: registry.defaults(kind.kind),
    handles: (values: Values) => kind.handles?.(values) ?? [],
  })),
);

describe('handles of sizes', () => {
  it.each(bodies.map((b) => [b.kind, b] as const))(
    '%s: dragged along its axis, a handle stays under the pointer',
    (_kind, body) => {
      for (const handle of body.handles(body.defaults)) {
        expect(Math.hypot(...handle.axis)).toBeCloseTo(1, 12);
        const moved = 0.37;
        const value = (body.defaults[handle.parameter] as number) + handle.perMetre * moved;
        const after = body
          .handles({ ...body.defaults, [handle.parameter]: value })
          .find((h) => h.parameter === handle.parameter)!;
        after.at.forEach((n, i) => expect(n).toBeCloseTo(handle.at[i]! + moved * handle.axis[i]!, 9));
      }
    },
  );

  it('every size of a shape has one', () => {
    const forms = shapes.list.flatMap(({ kind }) =>
      kind === 'path'
        ? ['drawn', 'line', 'circle', 'helix'].map((form) => shapes.defaults(kind, { form }))
        : [shapes.defaults(kind)],
    );
    for (const values of forms) {
      const { kind, parameters, handles } = shapes.get(values.kind);
      const sizes = Object.entries(parameters).filter(
        ([name, p]) =>
          p.type === 'number' && p.unit === 'm' && isShown(p, values) && !(kind === 'lettering' && name === 'depth'),
      );
      expect((handles?.(values) ?? []).map((h) => h.parameter).toSorted()).toEqual(
        sizes.map(([name]) => name).toSorted(),
      );
    }
  });
});

/** Shapes whose outline is not their edge: nothing to compare, a curve through its points, or marks at them. */
const UNBOUNDED = ['point', 'mesh', 'particles', 'path', 'cloud'];

describe('outlines of shapes', () => {
  it.each(shapes.list.filter((s) => !UNBOUNDED.includes(s.kind)).map((s) => [s.kind, s] as const))(
    '%s: drawn as large as it is',
    (_kind, shape) => {
      const values = shapes.defaults(shape.kind);
      const sample = shape.sampler(values, NO_RESOURCES);
      const drawn = (shape.outline?.(values, NO_RESOURCES) ?? []).flat();
      const born = Array.from({ length: 4000 }, (_, key) => {
        const out = birthPlace();
        sample({ pick: (n) => uniform(5, key, 32 + n), k: key + 1, time: 0 }, out);
        expect(Math.hypot(out.nx, out.ny, out.nz)).toBeCloseTo(1, 9);
        return [out.x, out.y, out.z];
      });
      for (const axis of [0, 1, 2]) {
        const [outline, particles] = [drawn, born].map((points) => Math.max(...points.map((p) => p[axis]!)));
        expect(particles!).toBeLessThanOrEqual(outline! + 1e-9);
        expect(particles!).toBeGreaterThanOrEqual(outline! * 0.9);
      }
    },
  );
});

describe('fitting to particles', () => {
  const empty = { count: 0, low: [Infinity, Infinity, Infinity], high: [-Infinity, -Infinity, -Infinity] } as const;
  const box = (low: number, high: number) => ({
    count: 3,
    low: [low, low, low] as [number, number, number],
    high: [high, high, high] as [number, number, number],
  });

  it('joins boxes and passes over those of emitters that have no particle', () => {
    expect(joined([])).toBeUndefined();
    expect(joined([{ ...empty, low: [...empty.low], high: [...empty.high] }])).toBeUndefined();
    expect(joined([box(0, 1), box(-2, 0.5), { ...empty, low: [...empty.low], high: [...empty.high] }])).toEqual({
      count: 6,
      low: [-2, -2, -2],
      high: [1, 1, 1],
    });
  });

  it('gives a middle in centimetres and never a body without size', () => {
    expect(fittedTo(box(1, 1))).toEqual({ centre: [1, 1, 1], half: [0.1, 0.1, 0.1] });
    expect(fittedTo(box(0, 0.333)).centre[0]).toBe(0.17);
  });
});

it('new names and ids are free ones', () => {
  expect(freeName('Vortex', [])).toBe('Vortex');
  expect(freeName('Vortex', ['Vortex', 'Vortex 2'])).toBe('Vortex 3');
  expect(freeName('Vortex 2', ['Vortex 2'])).toBe('Vortex 3');
  expect(freeId('f', ['f1', 'f3'])).toBe('f2');
});

it('lengths in sentences are short', () =>
  expect([0.004, 0.5, 1.234, 12.3].map(metres)).toEqual(['4.0 mm', '0.5 m', '1.2 m', '12 m']));
