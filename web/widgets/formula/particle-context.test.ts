import { describe, expect, it } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import type { Frame } from '../../../engine/frame';
import { frameOf, type Made } from '../../tests/frames';
import { gateContext, particleContext } from './particle-context';

const scene = testScene({
  time: { fps: 20, first: 0, last: 100 },
  fields: [
    {
      settings: { kind: 'formula' },
      strength: 7,
      transform: { position: [1, 0, 0], rotation: [0, 90, 0], scale: 2 },
      falloff: { kind: 'ball', inner: 1, outer: 4 },
    },
  ],
});
const [field] = scene.fields;
// Live values read these members of a frame
const frameWith = (particles: readonly Made[], frame = 30) =>
  ({ frame, share: 1, emitters: [frameOf(particles)] }) as unknown as Frame;
const contextOf = (frame: Frame, turn = 0, thing = field!) => particleContext(scene, new Map(), thing, frame, turn);
const valuesOf = (context: ReturnType<typeof contextOf>) =>
  Object.fromEntries(context!.values.map(({ name, value }) => [name, value]));

describe('live values of a formula', () => {
  it('are those of a particle in the frame of the field’s place: moved, turned and scaled', () => {
    const values = valuesOf(contextOf(frameWith([{ id: 12, at: [1, 3, -4], age: 0.5, life: 3 }])));
    // From (1, 0, 0): (0, 3, −4). Turned back by a quarter about y, −z is +x; at scale 2 all are halved.
    expect(values['x']).toBeCloseTo(2, 12);
    expect(values['y']).toBeCloseTo(1.5, 12);
    expect(values['z']).toBeCloseTo(0, 12);
    expect(values).toMatchObject({ age: 0.5, life: 3, number: 12, strength: 7, frame: 30, time: 1.5 });
  });

  it('name the particle, and have the distance to the shape of the falloff', () => {
    const context = contextOf(frameWith([{ id: 12, at: [1, 3, -4] }]));
    expect(context!.of).toBe('particle 12');
    // 2.5 m of the field’s own from the middle of a ball.
    expect(valuesOf(context)['d']).toBeCloseTo(2.5, 6);
  });

  it('go through different particles turn by turn', () => {
    const frame = frameWith(Array.from({ length: 50 }, (_, id) => ({ id, at: [id, 0, 0] as const })));
    const seen = new Set(Array.from({ length: 8 }, (_, turn) => contextOf(frame, turn)!.of));
    expect(seen.size).toBe(8);
  });

  it('are none where nothing is alive, or nothing is sent to the field', () => {
    expect(contextOf(frameWith([]))).toBeUndefined();
    expect(contextOf(frameWith([{ id: 1, at: [0, 0, 0] }]), 0, { ...field!, sends: { e: 0 } })).toBeUndefined();
  });

  it('of a gate are the frame, its time and the span of the shot', () => {
    const { of, values } = gateContext(scene, 40);
    expect(of).toBe('frame 40');
    expect(Object.fromEntries(values.map(({ name, value }) => [name, value]))).toEqual({
      frame: 40,
      time: 2,
      first: 0,
      last: 100,
      fps: 20,
    });
  });
});
