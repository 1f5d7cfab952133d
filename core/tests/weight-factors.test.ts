import { describe, expect, it } from 'vitest';
import { particleBlock } from '../lib/particle-block';
import { FieldsAtParticle } from '../measure/at-particle';
import { compileStack } from '../sim/stack/compile';
import { weightFactors, type WeightReading } from '../measure/weight-factors';
import type { Written } from '../scene/read';
import { testScene } from './scenes';

/** A particle that stands 1.5 m from the middle, half a second old of two. */
function reading(field: Written, scene: Written = {}): WeightReading {
  const block = particleBlock();
  block.count = 1;
  block.position.x[0] = 1.5;
  block.mass[0] = 1;
  block.life[0] = 2;
  block.age[0] = 0.5;
  const made = testScene({
    fields: [{ id: 'f', settings: { kind: 'wind' }, strength: 4, actsAs: 'acceleration', ...field }],
    ...scene,
  });
  return weightFactors(compileStack(made, new Map()), made, 'f', block, 0)!;
}

const named = ({ factors }: WeightReading) => Object.fromEntries(factors.map(({ name, value }) => [name, value]));
const ball = { falloff: { kind: 'ball', inner: 1, outer: 2 }, curve: { kind: 'linear' } };

describe('all fields at a particle', () => {
  it('are read with what arrives of each: nothing out of reach or muted, and the group’s share of its members', () => {
    const wind = { settings: { kind: 'wind' }, actsAs: 'acceleration', strength: 4 };
    const scene = testScene({
      fields: [
        { ...wind, id: 'a', ...ball },
        { ...wind, id: 'b', falloff: { kind: 'ball', inner: 0.5, outer: 1 } },
        { ...wind, id: 'c', mute: true },
        { ...wind, id: 'd', group: 'g' },
      ],
      groups: [{ id: 'g', name: 'G', strength: 0.25 }],
      carriers: [{ id: 'k', name: 'K' }],
    });
    const particle = { position: [1.5, 0, 0], velocity: [0, 0, 0], mass: 1, drag: 0 } as const;
    const found = new FieldsAtParticle(scene, new Map()).at(particle, 0, 0);
    expect([...found].map(([id, { delivered }]) => [id, Number(delivered.toFixed(6))])).toEqual([
      ['a', 2],
      ['b', 0],
      ['c', 0],
      ['d', 1],
    ]);
  });
});

describe('the weight of a field at a particle', () => {
  it('is the product of its factors: falloff, modulators, send and groups', () => {
    const field = {
      ...ball,
      modulators: [{ kind: 'age' }, { kind: 'formula', formula: 'x / 3' }],
      sends: { e: 0.8 },
      group: 'g',
    };
    const found = reading(field, { groups: [{ id: 'g', name: 'G', strength: 0.5 }] });
    expect(named(found)).toEqual({
      falloff: expect.closeTo(0.5, 9),
      age: expect.closeTo(0.25, 9),
      formula: expect.closeTo(0.5, 9),
      send: 0.8,
      'group “G”': expect.closeTo(0.5, 9),
    });
    expect(found.weight).toBeCloseTo(0.5 * 0.25 * 0.5 * 0.8 * 0.5, 12);
    expect(found.factors.reduce((product, { value }) => product * value, 1)).toBeCloseTo(found.weight, 12);
    expect(found.delivered).toBeCloseTo(4 * found.weight, 9);
  });

  it('has its strength among its factors where that is a part a frame, and the master and a mute where they act', () => {
    const blended = reading({ actsAs: 'set-velocity', strength: 0.3, ...ball }, { desk: { master: 0.5 } });
    expect(named(blended)).toEqual({
      falloff: expect.closeTo(0.5, 9),
      strength: 0.3,
      'active range and master': 0.5,
    });
    expect(blended.weight).toBeCloseTo(0.075, 9);
    const muted = reading({ mute: true });
    expect([named(muted), muted.weight, muted.delivered]).toEqual([{ muted: 0 }, 0, 0]);
  });

  it('has a group that combines otherwise than by a sum as what is left by its rule', () => {
    const group = { id: 'g', name: 'G', rule: 'average' };
    const other = { id: 'o', name: 'O', settings: { kind: 'wind' }, actsAs: 'acceleration', group: 'g' };
    const both = testScene({
      groups: [group],
      fields: [
        { id: 'f', name: 'F', settings: { kind: 'wind' }, strength: 4, actsAs: 'acceleration', group: 'g' },
        other,
      ],
    });
    const block = particleBlock();
    block.count = 1;
    block.mass[0] = block.life[0] = 1;
    expect(weightFactors(compileStack(both, new Map()), both, 'f', block, 0)).toMatchObject({
      factors: [{ name: 'group “G”', value: 0.5 }],
      weight: 0.5,
      delivered: 2,
    });
    expect(weightFactors(compileStack(both, new Map()), both, 'nobody', block, 0)).toBeUndefined();
  });
});
