import { describe, expect, it } from 'vitest';
import { whyOpen } from '../measure/diagnose-loop';
import { completeScene, type Written } from '../scene/read';
import { dialsOf } from '../document/dials';
import type { Scene } from '../document/scene';
import { automationKinds } from '../kinds/automation';
import { runTo, testScene } from './scenes';

const LOOP = 60;

/** A scene in which births, automations, keys, spans and noise move, none of them in step with the loop. */
function moving(over: Written = {}, time: Written = {}): Scene {
  return completeScene({
    ...testScene({
      emitter: {
        emission: [
          { kind: 'rate', rate: 37.3, variance: 12 },
          { kind: 'rate', rate: 11.1, timing: 'random' },
          { kind: 'burst', count: 9, frame: 17 },
        ],
        gate: { kind: 'pulses', from: 3, every: 13, on: 6 },
        shape: { kind: 'ball', radius: 0.5, from: 'volume' },
        birth: { life: 2, lifeVariance: 0.9, drag: 1.5, speed: 1 },
        keys: {
          'transform.position': [0, 20, 60].map((frame, i) => ({
            frame,
            value: [i === 1 ? 2 : 0, 0, 0],
            ease: 'smooth',
          })),
        },
        ...over,
      },
      fields: [
        {
          settings: { kind: 'turbulence', evolution: 0.7, size: 0.8 },
          strength: 2,
          automations: { strength: { kind: 'gust', outputMin: 0.5, outputMax: 3 } },
        },
        {
          settings: { kind: 'wind', direction: [1, 0, 0] },
          automations: {
            strength: { kind: 'drift', outputMin: -1, outputMax: 2, size: 0.8 },
            'settings.direction': { kind: 'wave', outputMin: -50, outputMax: 70, period: 1.7 },
          },
        },
        {
          settings: { kind: 'gravity' },
          strength: 1,
          limitedRange: true,
          activeFrom: 10,
          activeUntil: 33,
          easeIn: 5,
          easeOut: 4,
        },
      ],
    }),
    time: { fps: 24, first: 0, last: LOOP - 1, preRoll: 72, loop: LOOP, ...time },
  });
}

/** Particles by number and age, and where they are, in a run that goes on for another round. */
function state(of: Scene, frame: number): Map<string, readonly number[]> {
  const scene = { ...of, time: { ...of.time, last: 2 * LOOP } };
  const { columns, count, id, birth } = runTo(scene, frame).populations[0]!;
  return new Map(
    Array.from({ length: count }, (_, i) => [
      `${id[i]!} ${(frame / 24 - birth[i]!).toFixed(4)}`,
      (['x', 'y', 'z', 'vx', 'vy', 'vz'] as const).map((axis) => columns[axis][i]!),
    ]),
  );
}

describe('a loop', () => {
  it('comes back without a seam: the same particles of the same age at the same places, frame by frame, whatever moves', () => {
    const scene = moving();
    expect(whyOpen(scene, new Map()).map(({ words }) => words)).toEqual([]);
    for (const frame of [0, 1, 23, 59]) {
      const [now, later] = [state(scene, frame), state(scene, frame + LOOP)];
      expect([...later.keys()].toSorted()).toEqual([...now.keys()].toSorted());
      expect(now.size).toBeGreaterThan(20);
      // Times are other numbers a round later, and so are their last bits.
      for (const [who, place] of now) place.forEach((n, i) => expect(later.get(who)![i]).toBeCloseTo(n, 3));
    }
    expect([...state(scene, 20).values()]).not.toEqual([...state(scene, 40).values()]);
  });

  it('bears a whole number in a round, as near to its rate as can be', () => {
    const scene = testScene({
      emitter: { emission: [{ kind: 'rate', rate: 7.3 }], birth: { life: 1 } },
      time: { loop: 50, last: 49, preRoll: 24 },
    });
    const born = (frame: number) => runTo(scene, frame).populations[0]!.born;
    for (const frame of [0, 13, 49]) expect(born(frame + 50) - born(frame)).toBe(Math.round((7.3 * 50) / 24));
  });

  it.each(['wave', 'drift', 'gust', 'pulse'])(
    '%s is the same a loop later, at about its own pace, and does not jump at the seam',
    (kind) => {
      const values = automationKinds.defaults(kind, { outputMin: -1, outputMax: 1, attack: 0.3 });
      const give = automationKinds.get(kind).compile({
        values,
        fps: 24,
        first: 0,
        last: 99,
        dials: dialsOf({ dials: [] }),
        stream: 5,
        sounds: [],
        closes: 100,
      });
      let most = 0;
      for (let frame = -50; frame < 150; frame += 0.25) {
        expect(give(frame + 100)).toBeCloseTo(give(frame), 6);
        most = Math.max(most, Math.abs(give(frame + 0.25) - give(frame)));
      }
      expect(most).toBeLessThan(0.35);
      const all = Array.from({ length: 400 }, (_, i) => give(i / 4));
      expect(Math.max(...all) - Math.min(...all)).toBeGreaterThan(0.5);
    },
  );

  it('says part by part what can’t be closed, and mends what can be', () => {
    const scene = moving(
      {
        birth: { life: 5 },
        keys: { 'birth.drag': [0, 60].map((frame) => ({ frame, value: 1 + frame, ease: 'linear' })) },
      },
      { last: 96 },
    );
    const open = {
      ...scene,
      fields: scene.fields.map((f, i) =>
        i === 0
          ? {
              ...f,
              settings: { ...f.settings, drift: [1, 0, 0] },
              automations: { strength: { kind: 'formula', formula: 'time', combination: 'replace' } },
            }
          : { ...f, modulators: [{ kind: 'formula', formula: 'sin(time)', amount: 1 }] },
      ),
    } as unknown as Scene;
    const told = whyOpen(open, new Map());
    const words = told.map((reason) => reason.words).join('\n');
    expect(words).toMatch(/the shot shows 97 frames .* and the loop has 60/);
    expect(words).toMatch(/E: some live up to 120 frames, longer than the pre-roll of 72/);
    expect(words).toMatch(/E: the keyframes of drag end at another value than they begin/);
    expect(words).toMatch(/F0: its pattern drifts/);
    expect(words).toMatch(/F0: the formula of strength ends at another value/);
    expect(words).toMatch(/F1: its formula uses the time/);
    const mended = told.reduce((now, { fix }) => fix?.change(now) ?? now, open);
    expect([mended.time.preRoll, mended.time.last]).toEqual([120, 59]);
  });
});
