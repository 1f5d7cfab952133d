import { describe, expect, it } from 'vitest';
import { motionOf } from '../document/keys/motion';
import { Simulation } from '../sim/step/simulation';
import { cases } from './cases';
import { testScene } from './scenes';

const RADIUS = 0.5;

/** A plume that blows along X past a mesh of a ball that crosses it, in front and back again. */
const plume = (around: boolean, count: number) =>
  testScene({
    emitter: {
      shape: { kind: 'ball', radius: 0.7 },
      transform: { position: [-1.8, 0, 0] },
      emission: [{ kind: 'rate', rate: count / 3 }],
      birth: { speed: 0, life: 3, drag: 15 },
    },
    meshes: [{ id: 'm', name: 'M', source: { kind: 'ball', radius: RADIUS, detail: 32 } }],
    colliders: [
      {
        id: 'c',
        name: 'C',
        shape: { kind: 'mesh', mesh: 'm' },
        response: { kind: 'slide' },
        keys: {
          'transform.position': [0, 36, 72].map((frame) => ({
            frame,
            value: [0, 0, frame === 36 ? 0.8 : -0.8],
            ease: 'smooth',
          })),
        },
      },
    ],
    groups: [{ id: 'g', name: 'G', mute: around }],
    fields: [
      { group: 'g', settings: { kind: 'wind', direction: [1, 0, 0] }, actsAs: 'flow', strength: 1.2 },
      { group: 'g', settings: { kind: 'turbulence', size: 0.8 }, actsAs: 'flow', strength: 0.3 },
      ...(around
        ? [
            {
              actsAs: 'flow',
              settings: {
                ...{ kind: 'grid', group: 'g', around: true, outside: 'source', every: 4 },
                ...{ width: 3, height: 2.4, depth: 3.6, cell: 0.1 },
              },
            },
          ]
        : []),
    ],
  });

describe('a plume past a mesh that moves through it', () => {
  it('streams round it without one particle inside, and hardly touches it', () => {
    const [count, frames] = [cases(6000, 50_000), cases(36, 72)];
    const contacts = (around: boolean) => {
      const run = new Simulation(plume(around, count), new Map());
      const { carriers, colliders } = run.scene;
      const motion = motionOf(carriers, colliders[0]!);
      while (run.frame < frames) {
        run.advance();
        const { columns, count: alive } = run.populations[0]!;
        const [cx, cy, cz] = motion.at(run.frame).position;
        for (let i = 0; i < alive; i++) {
          const off = Math.hypot(columns.x[i]! - cx, columns.y[i]! - cy, columns.z[i]! - cz);
          // Its faces are as much nearer to the middle than its corners.
          if (off < RADIUS * Math.cos(Math.PI / 32) ** 2) expect.fail(`${i} is inside on frame ${run.frame}`);
        }
      }
      expect(run.populations[0]!.count).toBeGreaterThan((0.9 * count * frames) / 72);
      return run.keep().contacts[0]!;
    };
    expect(contacts(true)).toBeLessThan(0.1 * contacts(false));
  });
});
