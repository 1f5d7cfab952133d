import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runTo, testScene } from '../core/tests/scenes';
import { slotsIn } from '../core/sim/step/slots';
import { beforeOf } from './before';
import { snapshot } from './frame';

describe('particles of two frames are brought together', () => {
  it('each is found by its number, wherever it lies, and one that is not there is not (property)', () => {
    const ids = fc.uniqueArray(fc.nat({ max: 0xffffffff }), { maxLength: 200 });
    fc.assert(
      fc.property(ids, ids, fc.nat(), (now, before, seed) => {
        // Some of the first in another order, among others.
        const mixed = [
          ...before.filter((id) => !now.includes(id)),
          ...now.filter((_, i) => (i * 7 + seed) % 3 > 0),
        ].toReversed();
        const slots = slotsIn(Uint32Array.from(now), Uint32Array.from(mixed));
        expect([...slots]).toEqual(now.map((id) => mixed.indexOf(id)));
      }),
    );
  });

  it('goes three times as far back as the velocity covers; further away, a particle was put elsewhere and comes straight', () => {
    const span = 1 / 24;
    const frameAt = (x: number) => {
      const scene = testScene({
        emitter: {
          transform: { position: [x, 0, 0] },
          birth: { life: 1e3, speed: 2, launchDirection: 'direction', direction: [1, 0, 0], drag: 0 },
        },
      });
      return snapshot(runTo(scene, 0), 1).emitters[0]!;
    };
    const now = frameAt(10);
    const cameFrom = (x: number) => beforeOf(now, frameAt(x), span).place[0]!;
    // 2 m/s cover 1/12 m in a frame; three times as much is 0.25 m.
    expect(cameFrom(10 - 0.24)).toBeCloseTo(9.76, 5);
    expect(cameFrom(10 + 0.24)).toBeCloseTo(10.24, 5);
    expect(cameFrom(10 - 0.26)).toBeCloseTo(10 - 2 / 24, 5);
    expect(cameFrom(-50)).toBeCloseTo(10 - 2 / 24, 5);
  });

  it('where they were is where the frame before has them; what was born since comes straight', () => {
    const scene = testScene({
      emitter: {
        emission: [{ kind: 'rate', rate: 240 }],
        birth: { life: 0.2, speed: 2, drag: 0 },
      },
      fields: [{ settings: { kind: 'gravity' }, strength: 9.81 }],
    });
    const [then, now] = [runTo(scene, 11), runTo(scene, 12)].map((run) => snapshot(run, 1).emitters[0]!);
    const { place } = beforeOf(now!, then, 1 / 24);
    let born = 0;
    now!.id.forEach((id, i) => {
      const slot = then!.id.indexOf(id);
      const { y, vy } = now!.columns;
      if (slot < 0) born++;
      expect(place[3 * i + 1]).toBeCloseTo(slot < 0 ? y[i]! - vy[i]! / 24 : then!.columns.y[slot]!, 5);
    });
    expect(born).toBe(10);
  });
});
