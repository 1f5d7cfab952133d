import * as fc from 'fast-check';
import { falloffShapes } from '../kinds/falloff-shapes';
import { fields as fieldKinds } from '../kinds/fields';
import { modulators } from '../kinds/modulators';
import { falloffCurves } from '../kinds/curves';
import { completeScene } from '../scene/read';
import type { Scene } from '../document/scene';
import { testScene } from './scenes';

/** Random scenes over every kind of field, with bounded numbers. */
export const anyScene = fc
  .record({
    seed: fc.nat(9999),
    rate: fc.integer({ min: 20, max: 3000 }),
    life: fc.double({ min: 0.2, max: 2, noNaN: true }),
    substeps: fc.integer({ min: 1, max: 3 }),
    collider: fc.record({
      shape: fc.constantFrom('plane', 'box', 'ball', 'rod', 'wall'),
      response: fc.constantFrom('bounce', 'slide', 'stick', 'die', 'pass'),
      split: fc.boolean(),
      porosity: fc.constantFrom(0, 0.4),
    }),
    mask: fc.constantFrom('noise', 'height', 'texture'),
    fields: fc.array(
      fc.record({
        kind: fc.constantFrom(...fieldKinds.list.map((k) => k.kind)),
        action: fc.nat(5),
        strength: fc.double({ min: 0, max: 4, noNaN: true }),
        falloff: fc.constantFrom(...falloffShapes.list.map((e) => e.kind)),
        curve: fc.constantFrom(...falloffCurves.list.map((p) => p.kind)),
        modulator: fc.constantFrom(undefined, ...modulators.list.map((m) => m.kind)),
        grouped: fc.boolean(),
        limitedRange: fc.boolean(),
        turn: fc.integer({ min: -180, max: 180 }),
      }),
      { maxLength: 5 },
    ),
    rule: fc.constantFrom('sum', 'average', 'strongest', 'layered'),
    limited: fc.boolean(),
  })
  .map(({ seed, rate, life, substeps, fields, collider, mask, rule, limited }): Scene => {
    const actions = (kind: string) => fieldKinds.get(kind).actions;
    const ways = fields.map(({ kind, action }) => actions(kind)[action % actions(kind).length]!);
    // Only what acts like the first grouped one can stand beside it.
    const grouped = ways.find((_, i) => fields[i]!.grouped);
    const scene = testScene({
      emitter: {
        seed,
        shape: { kind: 'ball', radius: 1 },
        masks: [{ kind: mask, low: -0.5, high: 0.9, lowRamp: 0.2, highRamp: 0.1 }],
        emission: [
          { kind: 'rate', rate },
          { kind: 'burst', count: 60 },
        ],
        birth: { life, lifeVariance: life / 2, speed: 1, spread: 30, drag: 0.4 },
      },
      time: { substeps },
      groups: [{ id: 'g', name: 'G', rule, limited, falloff: { kind: 'ball', inner: 1, outer: 3 }, sends: { e: 0.8 } }],
      meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 6 } }],
      fields: fields.map(({ kind, strength, falloff, curve, turn, modulator, grouped: wished, limitedRange }, i) => ({
        group: wished && ways[i] === grouped ? 'g' : '',
        modulators: modulator === undefined ? [] : [{ kind: modulator }],
        limitedRange,
        activeFrom: 3,
        activeUntil: 9,
        easeIn: 2,
        settings: { kind },
        strength,
        actsAs: ways[i]!,
        falloff: {
          kind: falloff,
          ...(falloff === 'surface' || falloff === 'volume' ? { mesh: 'm' } : {}),
          ...(falloff === 'everywhere' ? {} : { inner: 0.2 }),
        },
        curve: { kind: curve },
        transform: { position: [0.2, 0, 0], rotation: [0, turn, 0] },
      })),
    });
    return withCollider({ ...scene, seed }, collider);
  });

/** The same scene with a collider under its particles, and sparks that are born along their way. */
function withCollider(
  scene: Scene,
  { shape, response, split, porosity }: { shape: string; response: string; split: boolean; porosity: number },
): Scene {
  const written = {
    ...scene,
    emitters: [
      ...scene.emitters,
      {
        id: 'sparks',
        name: 'Sparks',
        shape: { kind: 'particles', source: 'e', each: 6 },
        birth: { life: 0.2, lifeVariance: 0.1 },
      },
    ],
    colliders: [
      {
        id: 'c',
        name: 'C',
        transform: { position: [0, -0.6, 0], rotation: [0, 20, 8] },
        shape: { kind: shape },
        response: { kind: response },
        split,
        porosity,
      },
    ],
  };
  return completeScene(written);
}
