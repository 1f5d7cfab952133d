import { expect, it } from 'vitest';
import { testScene } from '../core/tests/scenes';
import { motionOf } from '../core/document/keys/motion';
import { movedCarriers } from '../core/sim/step/precomputed-paths';
import { makeKernel } from './kernel';

it('a path that was computed with the kernel is not taken for that of the plain routines', () => {
  const make = () =>
    testScene({
      carriers: [
        { id: 'c', name: 'C', motion: 'fields', mass: 1, drag: 0.2, transform: { position: [0.3, 0.1, 0.2] } },
      ],
      fields: [{ settings: { kind: 'turbulence', size: 0.7 }, strength: 3 }],
      time: { last: 48 },
    });
  const at = (carriers: ReturnType<typeof movedCarriers>) => motionOf(carriers, carriers[0]!).at(40).position;
  const alone = at(movedCarriers(make(), new Map()));
  const scene = make();
  const kernel = at(movedCarriers(scene, new Map(), makeKernel()));
  const plain = at(movedCarriers(scene, new Map()));
  expect(plain).toEqual(alone);
  expect(kernel).not.toEqual(plain);
  kernel.forEach((n, axis) => expect(n).toBeCloseTo(plain[axis]!, 3));
});
