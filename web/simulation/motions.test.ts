import { describe, expect, it, vi } from 'vitest';
import { testScene } from '../../core/tests/scenes';
import { drawnMotion, motionIn, nowOf } from './motions';

vi.mock('./page-backend', () => ({ pageBackend: undefined }));
vi.mock('./scene-assets', () => ({ useAssets: { getState: () => ({ assets: new Map() }) } }));

const key = (frame: number, value: unknown) => ({ frame, value, ease: 'linear' });
const rising = { kind: 'formula', formula: 'frame', combination: 'replace' };

describe('a thing as it is drawn at a frame', () => {
  it('has its keyed numbers as they are there; one without keys is the same object', () => {
    const scene = testScene({
      fields: [
        { settings: { kind: 'wind' }, keys: { strength: [key(0, 2), key(10, 4)] } },
        { settings: { kind: 'gravity' } },
      ],
    });
    const [keyed, plain] = scene.fields;
    expect(nowOf(scene, keyed!, 5).strength).toBe(3);
    expect(nowOf(scene, keyed!, 99).strength).toBe(4);
    expect(nowOf(scene, plain!, 5)).toBe(plain);
  });

  it('has its automated numbers as the automation makes them', () => {
    const scene = testScene({
      time: { last: 48 },
      fields: [{ settings: { kind: 'wind' }, automations: { strength: rising } }],
    });
    expect(nowOf(scene, scene.fields[0]!, 12).strength).toBeCloseTo(12, 6);
  });

  it('moves with its carrier and by its automated position; its own motion leaves the automation out', () => {
    const scene = testScene({
      time: { last: 48 },
      carriers: [{ id: 'k', name: 'K', keys: { 'transform.position': [key(0, [0, 0, 0]), key(10, [10, 0, 0])] } }],
      emitter: { transform: { carrier: 'k', position: [0, 1, 0] }, automations: { 'transform.position.2': rising } },
    });
    const [emitter] = scene.emitters;
    expect(
      drawnMotion(scene, emitter!)
        .at(5)
        .position.map((n) => Math.round(n * 1e6) / 1e6),
    ).toEqual([5, 1, 5]);
    expect(motionIn(scene, emitter!).at(5).position).toEqual([5, 1, 0]);
  });
});
