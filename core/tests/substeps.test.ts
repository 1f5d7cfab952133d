import { describe, expect, it } from 'vitest';
import { fields as fieldKinds } from '../kinds/fields';
import type { Written } from '../scene/read';
import { runTo, testScene } from './scenes';

const cloud: Written = {
  shape: { kind: 'ball', radius: 1 },
  emission: [{ kind: 'burst', count: 150 }],
  birth: { life: 99, speed: 0.5, spread: 180, drag: 0.8 },
};

function positions(fields: readonly Written[], substeps: number, groups: readonly Written[] = []): number[] {
  const [population] = runTo(testScene({ emitter: cloud, fields, groups, time: { substeps } }), 36).populations;
  const order = Array.from({ length: population!.count }, (_, i) => i).toSorted(
    (a, b) => population!.id[a]! - population!.id[b]!,
  );
  return (['x', 'y', 'z'] as const).flatMap((axis) => order.map((i) => population!.columns[axis][i]!));
}

/** Root mean square of the differences, metres. */
const apart = (a: readonly number[], b: readonly number[]) =>
  Math.sqrt(a.reduce((s, n, i) => s + (n - b[i]!) ** 2, 0) / a.length);

const ball = { kind: 'ball', inner: 0.3, outer: 2 };

/** Stacks that would hang on the step if blends were taken a step and not as rates. */
const STACKS: readonly (readonly [string, readonly Written[], readonly Written[]])[] = [
  [
    'set-velocity',
    [
      {
        settings: { kind: 'vortex', swirl: 'even', inwardPull: 0.4 },
        actsAs: 'set-velocity',
        strength: 0.12,
        targetSpeed: 1.5,
        falloff: ball,
      },
    ],
    [],
  ],
  ['steer', [{ settings: { kind: 'vortex', swirl: 'even' }, actsAs: 'steer', strength: 0.15 }], []],
  ['move', [{ settings: { kind: 'turbulence', size: 2 }, actsAs: 'move', strength: 0.5 }], []],
  [
    'limit',
    [
      { settings: { kind: 'limit', lowest: 0.3, highest: 0.6 }, strength: 0.3 },
      { settings: { kind: 'gravity' }, strength: 2 },
    ],
    [],
  ],
  [
    'everything at once, in groups',
    [
      { settings: { kind: 'vortex' }, actsAs: 'acceleration', strength: 2, group: 'g', falloff: ball },
      {
        settings: { kind: 'turbulence', size: 2 },
        strength: 1,
        group: 'g',
        mix: 60,
        modulators: [{ kind: 'noise', size: 2 }],
      },
      { settings: { kind: 'wind' }, actsAs: 'set-velocity', strength: 0.05, targetSpeed: 1 },
      {
        settings: { kind: 'attractor' },
        strength: 1,
        limitedRange: true,
        activeFrom: 6,
        activeUntil: 30,
        easeIn: 6,
        easeOut: 6,
      },
      { settings: { kind: 'drag', quadratic: 0.4 }, strength: 0.3 },
    ],
    [{ id: 'g', name: 'G', rule: 'layered', limited: true, floor: 0, ceiling: 3 }],
  ],
];

describe('1, 4 and 16 substeps agree but for the order of the integrator', () => {
  it.each(STACKS)('%s', (_name, fields, groups) => {
    const [one, four, sixteen] = [1, 4, 16].map((substeps) => positions(fields, substeps, groups));
    const coarse = apart(one!, sixteen!);
    const fine = apart(four!, sixteen!);
    expect(coarse).toBeLessThan(0.02);
    // Second order: (1/4² − 1/16²) against (1 − 1/16²) is 0.059; falloffs and limits have edges.
    expect(fine).toBeLessThan(0.12 * coarse + 1e-6);
  });
});

describe('order on the desk', () => {
  const parts: Written[] = [
    {
      id: 'a',
      name: 'A',
      settings: { kind: 'vortex' },
      actsAs: 'acceleration',
      strength: 1.3,
      group: 'g',
      falloff: ball,
    },
    { id: 'b', name: 'B', settings: { kind: 'turbulence' }, strength: 0.7, group: 'g', seed: 5 },
    { id: 'c', name: 'C', settings: { kind: 'gravity' }, strength: 0.4, group: 'g' },
  ];
  const at = (rule: string, order: readonly number[]) =>
    positions(
      order.map((i) => parts[i]!),
      1,
      [{ id: 'g', name: 'G', rule }],
    );

  it('in a group that sums it changes nothing but the last bits; in a layered one it does', () => {
    expect(apart(at('sum', [0, 1, 2]), at('sum', [2, 0, 1]))).toBeLessThan(1e-5);
    expect(apart(at('average', [0, 1, 2]), at('average', [2, 0, 1]))).toBeLessThan(1e-5);
    expect(apart(at('layered', [0, 1, 2]), at('layered', [2, 0, 1]))).toBeGreaterThan(0.05);
  });
});

describe('starting points', () => {
  it.each(fieldKinds.list.filter((k) => k.kind !== 'mask').map((k) => [k.kind, k] as const))(
    'of %s differ visibly: their particles end apart',
    (kind, { starts, strength, startsWith, actions, parameters }) => {
      const falloff = startsWith.falloff === 'everywhere' ? {} : { falloff: { kind: startsWith.falloff } };
      // A hull that does not move tows nothing; it is tried under way.
      const keys = {
        'transform.position': [-10, 100].map((frame) => ({ frame, value: [0, 0, frame / 24], ease: 'linear' })),
      };
      // What is filled from a group is tried with one that is muted.
      const filled = 'group' in parameters;
      const gusts = { settings: { kind: 'turbulence', size: 0.3 }, strength: 6, actsAs: 'acceleration', group: 'g' };
      const ends = starts.map((start) =>
        positions(
          [
            {
              settings: { kind, ...start.settings, ...(filled && { group: 'g' }) },
              strength: start.strength ?? strength.default,
              actsAs: start.actsAs ?? actions[0]!,
              keys,
              ...falloff,
            },
            ...(kind === 'limit' ? [{ settings: { kind: 'gravity' }, strength: 2 }] : []),
            ...(filled ? [gusts] : []),
          ],
          1,
          filled ? [{ id: 'g', name: 'G', mute: true }] : [],
        ),
      );
      for (let i = 0; i < ends.length; i++)
        for (let j = 0; j < i; j++) expect(apart(ends[i]!, ends[j]!)).toBeGreaterThan(0.02);
    },
  );
});
