import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { probe } from '../measure/probe';
import { type Written, checkScene, completeScene } from '../scene/read';
import type { Vector } from '../lib/math/vector';
import { only, runTo, testDocument, testScene, thrown } from './scenes';

const push = (strength: number, over: Written = {}): Written => ({
  settings: { kind: 'wind' },
  strength,
  actsAs: 'acceleration',
  group: 'g',
  ...over,
});

const grouped = (group: Written, fields: readonly Written[], more: readonly Written[] = []) =>
  testDocument({ fields, groups: [{ id: 'g', name: 'G', ...group }, ...more], emitter: { birth: { drag: 0 } } });

/** Acceleration at a point, under one rule. */
function at(group: Written, fields: readonly Written[], position: Vector = [0, 0, 0], more: readonly Written[] = []) {
  const scene = completeScene(grouped(group, fields, more));
  return probe(scene, new Map(), 0, scene.emitters[0]!, { position, velocity: [0, 0, 0], mass: 1, drag: 0 });
}

const x = (...args: Parameters<typeof at>) => at(...args).total.acceleration[0];

const near = (distance: number) => ({
  falloff: { kind: 'ball', inner: 1, outer: 1 },
  transform: { position: [distance, 0, 0] },
});

describe('overlap (common practice)', () => {
  it('sum adds, average divides by the active members, strongest takes the largest', () => {
    expect(x({ rule: 'sum' }, [push(2), push(3)])).toBe(5);
    expect(x({ rule: 'average' }, [push(2), push(4)])).toBe(3);
    expect(
      x({ rule: 'average' }, [
        push(2),
        push(4),
        push(9, { mute: true }),
        push(9, { limitedRange: true, activeFrom: 5, activeUntil: 9 }),
      ]),
    ).toBe(3);
    const within = { id: 'h', name: 'H', group: 'g' };
    expect(x({ rule: 'average' }, [push(2), push(4, { group: 'h', mute: true })], [0, 0, 0], [within])).toBe(2);
    // A member out of reach is active all the same.
    expect(x({ rule: 'average' }, [push(2), push(4, near(9))])).toBe(1);
    expect(x({ rule: 'strongest' }, [push(2), push(-3), push(1)])).toBe(-3);
    expect(x({ rule: 'strongest' }, [push(2), push(2, { settings: { kind: 'wind', direction: [0, 1, 0] } })])).toBe(2);
  });

  it('layered: a full mix hides all that came before, within its own falloff, and order matters', () => {
    expect(x({ rule: 'layered' }, [push(2), push(5)])).toBe(5);
    expect(x({ rule: 'layered' }, [push(5), push(2)])).toBe(2);
    expect(x({ rule: 'layered' }, [push(2), push(5, { mix: 25 })])).toBe(2 * 0.75 + 5 * 0.25);
    expect(x({ rule: 'layered' }, [push(2), push(5, near(9))])).toBe(2);
    expect(x({ rule: 'sum' }, [push(5), push(2)])).toBe(x({ rule: 'sum' }, [push(2), push(5)]));
  });

  it('strength, sends, falloffs and mutes multiply down, into groups of groups', () => {
    expect(x({ strength: 0.5 }, [push(2), push(4)])).toBe(3);
    expect(x({ strength: 0.5, rule: 'average' }, [push(2), push(4)])).toBe(1.5);
    expect(x({ sends: { e: 0.25 } }, [push(4, { sends: { e: 2 } })])).toBe(2);
    expect(x(near(9), [push(4)])).toBe(0);
    expect(x({ mute: true }, [push(4)])).toBe(0);
    expect(x({ group: 'h' }, [push(4)], [0, 0, 0], [{ id: 'h', name: 'H', strength: 3, rule: 'average' }])).toBe(12);
    expect(x({}, [push(4), push(7, { group: '', solo: true })])).toBe(7);
    expect(x({ solo: true }, [push(4), push(7, { group: '' })])).toBe(4);
  });

  it('tell what they do at a point: by rule and limits, groups in groups', () => {
    const group = (id: string, over: Written): Written => ({ id, name: id.toUpperCase(), ...over });
    const scene = testScene({
      groups: [
        group('g', { rule: 'average', group: 'h' }),
        group('h', { strength: 3, limited: true, ceiling: 5 }),
        group('m', {}),
      ],
      fields: [push(2), push(4)],
    });
    const particle = { position: [0, 0, 0], velocity: [0, 0, 0], mass: 1, drag: 0 } as const;
    const { groups, total } = probe(scene, new Map(), 0, scene.emitters[0]!, particle);
    // (2 + 4) / 2 = 3, held to 5 before the strength of 3.
    expect(groups.map(({ group: name, rule, actsAs, unit, vector }) => [name, rule, actsAs, unit, vector[0]])).toEqual([
      ['G', 'average', 'acceleration', 'm/s²', 9],
      ['H', 'sum', 'acceleration', 'm/s²', 9],
      ['M', 'sum', undefined, '', 0],
    ]);
    expect(total.acceleration[0]).toBe(9);
  });

  it('limits bring the size between floor and ceiling, and leave zero alone', () => {
    const limited = { limited: true, floor: 2, ceiling: 5 };
    expect(x(limited, [push(3), push(9)])).toBe(5);
    expect(x(limited, [push(-9)])).toBe(-5);
    expect(x(limited, [push(0.5)])).toBe(2);
    expect(x(limited, [push(0)])).toBe(0);
    expect(x({ ...limited, strength: 2 }, [push(9)])).toBe(10);
  });

  it('blends are combined by their rates: an average of two alike fields that set velocities is one of them', () => {
    const settingVelocity = (pace: number, strength = 0.3) =>
      push(strength, { actsAs: 'set-velocity', targetSpeed: pace });
    const frames = (group: Written, fields: Written[]) =>
      only(runTo(testScene({ emitter: thrown([0, 0, 0]), fields, groups: [{ id: 'g', name: 'G', ...group }] }), 1)).vx;
    expect(frames({ rule: 'average' }, [settingVelocity(4), settingVelocity(4)])).toBeCloseTo(4 * 0.3, 5);
    expect(frames({ rule: 'sum' }, [settingVelocity(4), settingVelocity(4)])).toBeCloseTo(4 * (1 - 0.7 * 0.7), 5);
    expect(frames({ rule: 'layered' }, [settingVelocity(9), settingVelocity(4)])).toBeCloseTo(4 * 0.3, 5);
    expect(frames({ rule: 'strongest' }, [settingVelocity(1), settingVelocity(4), settingVelocity(-2)])).toBeCloseTo(
      4 * 0.3,
      5,
    );
  });
});

describe('levels', () => {
  const level = (strength: number, over: Written = {}): Written => ({
    settings: { kind: 'mask' },
    strength,
    group: 'g',
    ...over,
  });
  const masked = (group: Written, levels: Written[]) =>
    x(group, [...levels, push(10, { group: '', modulators: [{ kind: 'group', group: 'g' }] })]);

  it('are read by a modulator: average, product, strongest never below 0, kept in 0…1', () => {
    expect(masked({ rule: 'average' }, [level(0.2), level(0.6)])).toBeCloseTo(4, 12);
    expect(masked({ rule: 'product' }, [level(0.5), level(0.6)])).toBeCloseTo(3, 12);
    expect(masked({ rule: 'strongest' }, [level(-0.5), level(-0.1)])).toBe(0);
    expect(masked({ rule: 'strongest' }, [level(-0.5), level(0.3)])).toBeCloseTo(3, 12);
    expect(masked({ rule: 'average', unit: true }, [level(3), level(-2)])).toBe(5);
    expect(masked({ rule: 'sum', unit: true }, [level(0.8), level(0.7)])).toBe(10);
    expect(masked({ rule: 'sum', limited: true, floor: 0, ceiling: 1 }, [level(3)])).toBe(10);
    expect(masked({ rule: 'sum', limited: true, floor: 0.2, ceiling: 1 }, [level(0)])).toBeCloseTo(2, 12);
  });
});

describe('what each member delivers', () => {
  it('adds up to what the group does, under every rule (property)', () => {
    const member = fc.record({
      strength: fc.double({ min: -5, max: 5, noNaN: true }),
      direction: fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 }), fc.constant(1)),
      mix: fc.integer({ min: 0, max: 100 }),
      outer: fc.double({ min: 0.1, max: 3, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(member, { minLength: 1, maxLength: 5 }),
        fc.constantFrom('sum', 'average', 'strongest', 'layered'),
        fc.boolean(),
        fc.double({ min: -2, max: 2, noNaN: true }),
        (members, rule, limited, strength) => {
          const fields = members.map((m) =>
            push(m.strength, {
              mix: m.mix,
              settings: { kind: 'wind', direction: m.direction },
              falloff: { kind: 'ball', inner: 0, outer: m.outer },
            }),
          );
          const { fields: read, total } = at(
            { rule, limited, floor: 0.1, ceiling: 2, strength },
            fields,
            [0.5, 0.2, 0],
          );
          for (const axis of [0, 1, 2]) {
            const parts = read.reduce((sum, f) => sum + f.weight * f.vector[axis]!, 0);
            expect(Math.abs(parts - total.acceleration[axis]!)).toBeLessThan(1e-9);
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('what can’t stand together is refused in words', () => {
  const faults = (group: Written, fields: Written[], more: Written[] = []) =>
    checkScene(grouped(group, fields, more)).map((f) => f.message);

  it('members that act in unlike ways, a product of what is no level, groups in a circle, a mask that reads itself', () => {
    expect(faults({}, [push(1), push(1, { actsAs: 'flow', name: 'Breeze' })])).toEqual([
      '“Breeze” acts as flow, and the members of the group “G” act as acceleration. Let all of them act alike.',
    ]);
    expect(faults({ rule: 'product' }, [push(1)])[0]).toBe(
      '“G” can’t multiply members that act as acceleration: the rule product takes masks only.',
    );
    expect(faults({ group: 'h' }, [push(1)], [{ id: 'h', name: 'H', group: 'g' }])[0]).toMatch(
      /a group outside the circle G → H → G/,
    );
    const own = { settings: { kind: 'mask' }, group: 'g', modulators: [{ kind: 'group', group: 'g' }] };
    expect(faults({}, [own])[0]).toMatch(/no modulator of its own members that reads this group/);
    expect(faults({ id: 'f0' }, [push(1, { group: 'f0' })])[0]).toMatch(
      /groups\[0\]\.id is "f0". Use an id that no field has/,
    );
    expect(faults({ rule: 'mean' }, [])[0]).toMatch(/groups\[0\]\.rule is "mean". Use one of sum, average/);
    expect(faults({ limited: true, floor: 3, ceiling: 2 }, [])[0]).toMatch(
      /ceiling is 2. Use a number from the floor \(3\) up/,
    );
  });
});

it('a scene written before there were groups has none', () => {
  expect(completeScene({ name: 'Old' }).groups).toEqual([]);
});
