import { describe, expect, it } from 'vitest';
import { probe } from '../measure/probe';
import { withoutMesh, withoutWeightMap } from '../scene/detach';
import { checkScene, completeScene, type Written } from '../scene/read';
import { simulationKey } from '../scene/simulation-key';
import { runTo, testDocument, testScene } from './scenes';

const UP = [0, 1, 0];
/** A bar of full weight along X through the middle of a card of 4 × 4 m, half a metre to either side of it. */
const BAR = { radius: 0.5, softness: 0, strength: 1, lines: [[-3, 0, 0, ...UP, 3, 0, 0, ...UP]] };
const MAP = { id: 'w', name: 'W', surface: 'card', width: 4, depth: 4, base: 0, strokes: [BAR] };

/** The acceleration of a particle at rest, by a wind of 10 m/s² with some weights. */
function pushed(field: Written, position: readonly [number, number, number], map: Written = MAP): number {
  const wind = { settings: { kind: 'wind' }, strength: 10, actsAs: 'acceleration', ...field };
  const scene = testScene({ weightMaps: [map], fields: [wind] });
  const particle = { position, velocity: [0, 0, 0], mass: 1, drag: 0 } as const;
  return Math.hypot(...probe(scene, new Map(), 0, scene.emitters[0]!, particle).total.acceleration);
}

describe('painted weights as the falloff of a field', () => {
  const falloff = { kind: 'painted', weightMap: 'w', inner: 0.2, outer: 0.6 };
  const field = { falloff, curve: { kind: 'linear' } };

  it('are the weight near the surface, times the falloff away from it', () => {
    expect(pushed(field, [1, 0.1, 0])).toBeCloseTo(10, 6);
    expect(pushed(field, [1, 0.4, 0])).toBeCloseTo(5, 6);
    expect(pushed(field, [1, 0.7, 0])).toBe(0);
    expect(pushed(field, [1, 0, 1])).toBe(0);
    // Half the weight, half the way out: a quarter, by a linear curve.
    const half = { ...MAP, base: 0.5, strokes: [] };
    expect(pushed(field, [1, 0.4, 1], half)).toBeCloseTo(2.5, 6);
  });

  it('go with the place, turn and scale of the field', () => {
    const transform = { position: [0, 0, 5], rotation: [0, 90, 0], scale: 2 };
    // The bar runs along Z now, is a metre to either side, and its falloff is twice as wide.
    expect(pushed({ ...field, transform }, [0.7, 0.3, 2])).toBeCloseTo(10, 6);
    expect(pushed({ ...field, transform }, [1.2, 0.3, 2])).toBe(0);
  });

  it('are nowhere without a map', () => {
    expect(pushed({ falloff: { kind: 'painted' } }, [0, 0, 0])).toBe(0);
  });
});

it('painted weights as a modulator multiply the field, at any height above the card', () => {
  const modulators = [{ kind: 'weight-map', weightMap: 'w', amount: 0.5 }];
  expect(pushed({ modulators }, [1, 3, 0.2])).toBeCloseTo(10, 6);
  expect(pushed({ modulators }, [1, 3, 1.2])).toBeCloseTo(5, 6);
});

describe('painted weights as a mask of births', () => {
  const born = (map: Written) => {
    const scene = completeScene({
      name: 'Births',
      weightMaps: [map],
      emitters: [
        {
          id: 'e',
          name: 'E',
          shape: { kind: 'card', width: 4, depth: 4 },
          emission: [{ kind: 'burst', count: 4000, frame: 0 }],
          masks: [{ kind: 'weight-map', weightMap: 'w' }],
          rejectedBirths: 'drop',
          birth: { speed: 0, life: 1000 },
        },
      ],
    });
    const { count, columns } = runTo(scene, 0).populations[0]!;
    return [...columns.z.subarray(0, count)];
  };

  it('give births where it is full and none where it is empty', () => {
    const z = born(MAP);
    // A quarter of the card: 1000, with a spread of 27.
    expect(Math.abs(z.length - 1000)).toBeLessThan(110);
    expect(Math.max(...z.map(Math.abs))).toBeLessThan(0.5 + 1 / 16);
  });

  it('give half of the births at half the weight', () => {
    expect(Math.abs(born({ ...MAP, base: 0.5, strokes: [] }).length - 2000)).toBeLessThan(130);
  });
});

it('painted weights shorten strands down to their least length', () => {
  const scene = completeScene({
    name: 'Strands',
    weightMaps: [{ ...MAP, strokes: [{ ...BAR, radius: 0.8 }] }],
    emitters: [
      {
        id: 'e',
        name: 'E',
        shape: { kind: 'lattice', nx: 4, nz: 4, width: 3, depth: 3 },
        emission: [{ kind: 'burst', count: 16, frame: 0 }],
        birth: { speed: 0, life: 1000 },
        body: { kind: 'strands', points: 5, length: 2, weightMap: 'w', leastLength: 25 },
        transform: { position: [10, 1, 0] },
      },
    ],
  });
  const { columns, count } = runTo(scene, 0).populations[0]!;
  expect(count).toBe(80);
  const lengths = new Map<string, number>();
  for (let i = 0; i < count; i++) {
    const root = `${columns.x[i]!.toFixed(2)} ${columns.z[i]!.toFixed(2)}`;
    lengths.set(root, Math.max(lengths.get(root) ?? 0, columns.y[i]! - 1));
  }
  expect(lengths.size).toBe(16);
  for (const [root, length] of lengths)
    expect(length, root).toBeCloseTo(Math.abs(Number(root.split(' ')[1])) < 0.8 ? 2 : 0.5, 5);
});

describe('a weight map in a document', () => {
  const messages = (map: Written, more: Written = {}) =>
    checkScene(testDocument({ weightMaps: [map], ...more })).map((fault) => fault.message);

  it('is refused in words where a number of a stroke is out of bounds, or a point lacks a number', () => {
    expect(messages({ ...MAP, strokes: [{ ...BAR, strength: 2 }] })).toEqual([
      'weightMaps[0].strokes[0].strength is 2. Use a number from 0 to 1.',
    ]);
    expect(messages({ ...MAP, strokes: [{ ...BAR, lines: [[1, 2, 3]] }] })).toEqual([
      'weightMaps[0].strokes[0].lines[0] is [1,2,3]. Use numbers, six a point: its place and the normal there.',
    ]);
    const long = Array.from({ length: 6 * 20_001 }, (_, i) => i % 7);
    expect(messages({ ...MAP, strokes: [{ ...BAR, lines: [long] }] })).toEqual([
      'weightMaps[0].strokes is 20001. Use strokes of at most 20000 points together.',
    ]);
  });

  it('names a mesh that the scene has', () => {
    expect(messages({ ...MAP, surface: 'mesh', mesh: 'gone' })[0]).toContain('weightMaps[0].mesh is "gone"');
    const lost = {
      fields: [{ id: 'f', name: 'F', settings: { kind: 'wind' }, falloff: { kind: 'painted', weightMap: 'v' } }],
    };
    expect(messages(MAP, lost)).toEqual([
      'fields[0].falloff.weightMap is "v". Use the id of one of the scene’s weight maps.',
    ]);
  });

  it('is let go by all that reads it when it is deleted, and lets go of a mesh that is deleted', () => {
    const scene = testScene({
      meshes: [{ id: 'm', name: 'M', source: { kind: 'ball' } }],
      weightMaps: [{ ...MAP, surface: 'mesh', mesh: 'm' }],
      fields: [{ settings: { kind: 'wind' }, falloff: { kind: 'painted', weightMap: 'w' } }],
    });
    const without = withoutWeightMap(scene, 'w');
    expect(without.weightMaps).toEqual([]);
    expect(without.fields[0]!.falloff).toMatchObject({ kind: 'painted', weightMap: '' });
    expect(withoutMesh(scene, 'm').weightMaps[0]).toMatchObject({ id: 'w', mesh: '' });
  });
});

describe('the text that tells runs apart', () => {
  it('changes with a stroke, and stays as the map is called something else', () => {
    const key = (map: Written) => simulationKey(testScene({ weightMaps: [map] }));
    expect(key({ ...MAP, strokes: [BAR, BAR] })).not.toBe(key(MAP));
    expect(key({ ...MAP, name: 'Other' })).toBe(key(MAP));
  });

  it('looks at every part of a scene but those that are known to be only drawn or kept', () => {
    const drawn = ['format', 'version', 'name', 'draftFraction', 'camera', 'output', 'light', 'work', 'sceneTransform'];
    const kept = ['keptDesk', 'imageSequence', 'markers', 'renders'];
    const scene = testScene();
    const seen = new Set<PropertyKey>();
    simulationKey(
      new Proxy(scene, {
        get(target, name, receiver) {
          seen.add(name);
          return Reflect.get(target, name, receiver);
        },
      }),
    );
    expect(Object.keys(scene).filter((name) => !seen.has(name) && ![...drawn, ...kept].includes(name))).toEqual([]);
  });
});
