import { describe, expect, it } from 'vitest';
import { emissionKinds } from '../kinds/emission';
import { firstChange, startStays } from '../sim/first-change';
import { completeScene, type Written } from '../scene/read';
import type { Scene } from '../document/scene';
import { simulationKey } from '../scene/simulation-key';
import { Simulation } from '../sim/step/simulation';

/** A shot in which something of every sort sets in late. */
const written: Written = {
  name: 'Late',
  time: { fps: 24, first: 0, last: 90, preRoll: 12 },
  emitters: [
    {
      id: 'early',
      name: 'Early',
      shape: { kind: 'ball' },
      emission: [{ kind: 'rate', rate: 200 }],
      birth: { speed: 1, spread: 40, life: 3 },
    },
    {
      id: 'late',
      name: 'Late',
      shape: { kind: 'point' },
      emission: [{ kind: 'burst', count: 50, frame: 60 }],
      birth: { speed: 2, life: 9 },
    },
    { id: 'sparks', name: 'Sparks', shape: { kind: 'particles', source: 'late', each: 20 }, birth: { life: 1 } },
    {
      id: 'gated',
      name: 'Gated',
      shape: { kind: 'point' },
      emission: [{ kind: 'rate', rate: 100 }],
      gate: { kind: 'windows', spans: [[40, 80]] },
      birth: { speed: 1, life: 9 },
    },
  ],
  fields: [
    { id: 'always', name: 'Always', settings: { kind: 'gravity' }, strength: 1 },
    {
      id: 'limitedRange',
      name: 'Spanned',
      settings: { kind: 'wind' },
      strength: 1,
      limitedRange: true,
      activeFrom: 48,
      activeUntil: 80,
    },
    {
      id: 'keyed',
      name: 'Keyed',
      settings: { kind: 'attractor' },
      falloff: { kind: 'everywhere' },
      strength: 1,
      keys: {
        strength: [
          { frame: 0, value: 1, ease: 'linear' },
          { frame: 60, value: 1, ease: 'linear' },
          { frame: 70, value: 2, ease: 'linear' },
        ],
      },
    },
  ],
  colliders: [
    {
      id: 'floor',
      name: 'Floor',
      shape: { kind: 'plane' },
      transform: { position: [0, -0.2, 0] },
      gate: { kind: 'windows', spans: [[50, 91]] },
    },
  ],
};
const scene = completeScene(written);

/** The scene with one thing of a list changed. */
function edited(list: 'emitters' | 'fields' | 'colliders', id: string, change: object): Scene {
  return { ...scene, [list]: scene[list].map((thing) => (thing.id === id ? { ...thing, ...change } : thing)) };
}

const bits = ({ populations }: Simulation): string =>
  JSON.stringify(
    populations.map((p) => [
      p.count,
      [...p.id.subarray(0, p.count)],
      [...p.columns.x.subarray(0, p.count)],
      [...p.columns.vy.subarray(0, p.count)],
    ]),
  );

const key = simulationKey;
const birth = (id: string) => scene.emitters.find((e) => e.id === id)!.birth;
const field = (id: string) => scene.fields.find((f) => f.id === id)!;
const keys = field('keyed').keys['strength']!;

/** Edits, and the first frame that each lets go of; a run of two frames more shows the difference. */
const edits: (readonly [name: string, after: Scene, first: number, within: number])[] = [
  ['a field that acts all along', edited('fields', 'always', { strength: 2 }), -12, 14],
  ['the strength of a field that starts at frame 48', edited('fields', 'limitedRange', { strength: 2 }), 47, 3],
  ['its kind', edited('fields', 'limitedRange', { settings: { kind: 'gravity', direction: [0, -1, 0] } }), 47, 3],
  ['its beginning, put to frame 30', edited('fields', 'limitedRange', { activeFrom: 30 }), 29, 3],
  [
    'the key of a strength at frame 70',
    edited('fields', 'keyed', { keys: { strength: [...keys.slice(0, 2), { ...keys[2]!, value: 3 }] } }),
    60,
    3,
  ],
  [
    'the speed of an emitter whose burst is at frame 60',
    edited('emitters', 'late', { birth: { ...birth('late'), speed: 3 } }),
    59,
    3,
  ],
  [
    'its burst, put to frame 20',
    edited('emitters', 'late', { emission: [{ ...scene.emitters[1]!.emission[0]!, frame: 20 }] }),
    19,
    3,
  ],
  [
    'the life of what its particles give birth to',
    edited('emitters', 'sparks', { birth: { ...birth('sparks'), life: 0.05 } }),
    59,
    4,
  ],
  [
    'an emitter whose gate opens at frame 40',
    edited('emitters', 'gated', { birth: { ...birth('gated'), speed: 2 } }),
    39,
    3,
  ],
  [
    'a collider whose gate opens at frame 50',
    edited('colliders', 'floor', { transform: { ...scene.colliders[0]!.transform, position: [0, 0, 0] } }),
    49,
    3,
  ],
];

describe('an edit lets go of no more frames than it must', () => {
  it.each(edits)('%s', (_name, after, first, within) => {
    expect(firstChange(scene, after, key)).toBe(first);
    const [a, b] = [new Simulation(scene, new Map()), new Simulation(after, new Map())];
    for (let frame = -12; frame < first; frame++) {
      expect(bits(b)).toBe(bits(a));
      a.advance();
      b.advance();
    }
    for (let more = 0; more < within; more++) {
      a.advance();
      b.advance();
    }
    expect(bits(b)).not.toBe(bits(a));
  });

  it('of none, where it is only drawn otherwise; of all, where everything hangs on it', () => {
    const looks = edited('emitters', 'early', {
      look: { ...scene.emitters[0]!.look, opacity: 0.1 },
      name: 'Renamed',
      rendered: false,
    });
    expect(firstChange(scene, looks, key)).toBe(Infinity);
    expect(firstChange(scene, { ...scene, camera: { ...scene.camera, angle: 60 } }, key)).toBe(Infinity);
    for (const after of [
      { ...scene, seed: 2 },
      { ...scene, time: { ...scene.time, substeps: 3 } },
      edited('fields', 'limitedRange', { solo: true }),
      { ...scene, fields: scene.fields.slice(1) },
      // Flakes turn: more is kept of each particle from its birth on.
      edited('emitters', 'late', { look: { kind: 'flake' } }),
    ])
      expect(firstChange(scene, after, key)).toBe(-12);
  });

  it('of all but the births at the very start, where fields, groups or the desk change', () => {
    const burst = {
      ...scene,
      emitters: [
        { ...scene.emitters[0]!, emission: [emissionKinds.defaults('burst', { count: 300, frame: -12 })] },
        ...scene.emitters.slice(1),
      ],
    } as Scene;
    const stays = [
      { ...burst, fields: burst.fields.map((f) => ({ ...f, strength: f.strength + 1 })) },
      { ...burst, fields: burst.fields.slice(1) },
      { ...burst, desk: { ...burst.desk, master: 0.3 } },
    ];
    const before = new Simulation(burst, new Map()).keep();
    expect(before.populations[0]!.counts[0]).toBe(300);
    for (const after of stays) {
      expect(startStays(burst, after, key)).toBe(true);
      const [fresh, resumed] = [new Simulation(after, new Map()), new Simulation(after, new Map(), { from: before })];
      for (let frame = 0; frame < 6; frame++) {
        expect(bits(resumed)).toBe(bits(fresh));
        fresh.advance();
        resumed.advance();
      }
    }
    for (const after of [
      { ...burst, seed: 2 },
      { ...burst, emitters: scene.emitters },
      // What is carried can be moved by fields.
      { ...stays[0]!, carriers: [{}] as never },
    ])
      expect(startStays(burst, after, key)).toBe(false);
  });
});
