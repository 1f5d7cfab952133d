import { describe, expect, it } from 'vitest';
import { examples } from '../examples';
import type { Scene } from '../document/scene';
import { Simulation } from '../sim/step/simulation';
import { triedOn } from '../document/time/beyond';
import { runTo, testScene } from './scenes';

const numbers = (scene: Scene, frame: number) => {
  const run = new Simulation(scene, new Map(), { portion: { draftFraction: 0.05, slice: 0, slices: 1 } });
  while (run.frame < frame) run.advance();
  return run.populations.map(({ columns, count }) => [count, columns.x.slice(0, count), columns.vy.slice(0, count)]);
};

describe('a scene tried on past its last frame', () => {
  // Without their files: fields of images and meshes of their own are still then.
  it.each(examples)('$slug: is what it was up to its last frame, to the bit', ({ scene }) => {
    const short = { ...scene, time: { ...scene.time, preRoll: 0, last: scene.time.first + 40 } };
    expect(numbers(triedOn(short, 30), short.time.last)).toEqual(numbers(short, short.time.last));
  });

  it('goes on with its births, its tides and its time; what has no lifetime lives on; “last” is still the last of the shot', () => {
    const scene = testScene({
      emitter: {
        emission: [
          { kind: 'rate', rate: 24 },
          { kind: 'burst', count: 5, frame: 0 },
        ],
        gate: { kind: 'formula', formula: 'frame <= last or frame >= last + 5' },
        birth: { immortal: true },
        automations: { 'birth.drag': { kind: 'wave', outputMin: 0, outputMax: 8, period: 40 } },
      },
      time: { last: 10, scale: 0.5 },
    });
    const [there, on] = [runTo(scene, 10), runTo(triedOn(scene, 20), 30)];
    // By its own time the shot ends with frame 5; births are off on 6 to 9 and on again from 10 to 15.
    expect(there.populations[0]!.count).toBe(5 + 5);
    expect(on.populations[0]!.count).toBe(5 + 6 + 5);
    const drags = (run: Simulation) =>
      new Set(Array.from(run.populations[0]!.columns.drag.slice(0, run.populations[0]!.count)));
    expect(drags(on).size).toBeGreaterThan(drags(there).size);
  });
});
