import { measureDelivery } from '../measure/delivery';
import { describe, expect, it } from 'vitest';
import { whyIdle } from '../measure/diagnose-collider';
import { whyUnseen } from '../measure/diagnose-emitter';
import { completeScene, type Written } from '../scene/read';
import type { Scene } from '../document/scene';
import { runTo } from './scenes';

const scene = (emitter: Written, more: Written = {}): Scene =>
  completeScene({
    name: 'T',
    time: { fps: 24, first: 0, last: 60 },
    emitters: [
      {
        id: 'e',
        name: 'E',
        shape: { kind: 'ball' },
        emission: [{ kind: 'rate', rate: 100 }],
        birth: { life: 5 },
        ...emitter,
      },
    ],
    ...more,
  });

function boundsAt(s: Scene, frame: number) {
  const run = runTo(s, frame);
  return { run, bounds: measureDelivery(run).bounds };
}

const why = (s: Scene, frame = 24) => whyUnseen(s, s.emitters[0]!, boundsAt(s, frame).bounds[0]!, frame, new Map());

describe('why nothing appears, in words with a fix that works', () => {
  it.each<[string, Written, Written, RegExp]>([
    ['off', { on: false }, {}, /^it is off$/],
    ['no amount', { emission: [] }, {}, /^it has no emission$/],
    ['rate 0', { emission: [{ kind: 'rate', rate: 0 }] }, {}, /^rate 0$/],
    ['count 0', { emission: [{ kind: 'burst', count: 0 }] }, {}, /^count 0$/],
    [
      'gate never open',
      { gate: { kind: 'windows', spans: [[500, 600]] } },
      {},
      /^its gate is never open between frames 0 and 60$/,
    ],
    [
      'gate that can’t be read',
      { gate: { kind: 'formula', formula: 'fram > 3' } },
      {},
      /^its gate has a mistake: “fram” is not a known name/,
    ],
    [
      'burst outside the run',
      { emission: [{ kind: 'burst', count: 5, frame: -9 }] },
      {},
      /^its burst lies outside the simulated frames$/,
    ],
    ['masked out everywhere', { masks: [{ kind: 'height', low: 50, high: 60 }] }, {}, /^its masks reject every birth$/],
    ['size 0', { birth: { life: 5, size: 0 } }, {}, /^size 0$/],
    ['life 0', { birth: { life: 0 } }, {}, /^life 0$/],
    ['opacity 0', { look: { kind: 'point', opacity: 0 } }, {}, /^opacity 0$/],
    [
      'behind the camera',
      {},
      { camera: { position: [0, 0, 20], target: [0, 0, 40] } },
      /^all particles are behind the shot camera$/,
    ],
  ])('%s', (_name, emitter, more, words) => {
    const s = scene(emitter, more);
    const reason = why(s)!;
    expect(reason.words).toMatch(words);
    const mended = reason.fix!.change(s);
    expect(why(mended)?.words).not.toBe(reason.words);
    expect(why(mended)).toBeUndefined();
  });

  it('says from which frame on, or that all are dead, with the frame to go to', () => {
    const later = scene({ gate: { kind: 'windows', spans: [[40, 50]] } });
    expect(why(later)).toMatchObject({ words: 'no particle is alive yet: the first is born at frame 41', goTo: 41 });
    const past = scene({ emission: [{ kind: 'burst', count: 5, frame: 2 }], birth: { life: 0.1 } });
    expect(why(past)).toMatchObject({ words: 'no particle is alive on this frame: all have died', goTo: 2 });
  });

  it('says that particles which never die have shrunk away with the end of the shot, and keeps them', () => {
    const still = scene({ birth: { immortal: true, speed: 0 } });
    const whyAt = (s: Scene, frame: number) =>
      whyUnseen(s, s.emitters[0]!, boundsAt(s, frame).bounds[0]!, frame, new Map());
    const reason = whyAt(still, 60)!;
    expect(reason.words).toBe('its particles never die, and their size over age ends at 0 with the shot');
    expect(whyAt(reason.fix!.change(still), 60)).toBeUndefined();
    expect(whyAt(still, 30)).toBeUndefined();
  });

  it('says what its shape lacks', () => {
    expect(why(scene({ shape: { kind: 'mesh' } }))!.words).toBe('no mesh is chosen');
    const lost = scene(
      { shape: { kind: 'mesh', mesh: 'm' } },
      { meshes: [{ id: 'm', name: 'M', source: { kind: 'file', hash: 'a'.repeat(64) } }] },
    );
    expect(why(lost)!.words).toBe('its mesh is missing');
    expect(why(scene({ shape: { kind: 'path', points: [] } }))!.words).toBe('its path has fewer than two points');
    expect(why(scene({ shape: { kind: 'particles' } }))!.words).toBe('no emitter is chosen to be born from');
    expect(why(scene({ shape: { kind: 'image', pattern: 'image' } }))!.words).toBe('no image is chosen');
  });

  it('says nothing where particles are seen', () => expect(why(scene({}))).toBeUndefined());

  it('of a picture of one colour it says so', () => {
    const hash = 'c'.repeat(64);
    const s = scene(
      { shape: { kind: 'image', pattern: 'image', image: hash } },
      { images: [{ hash, name: 'black.png', width: 1, height: 1 }] },
    );
    const assets = new Map([[hash, { width: 1, height: 1, levels: Uint8Array.of(0) }]]);
    expect(whyUnseen(s, s.emitters[0]!, boundsAt(s, 5).bounds[0]!, 5, assets)!.words).toBe(
      'its image is black all over',
    );
  });
});

describe('why a collider stops nothing', () => {
  const idle = (collider: Written, emitter: Written = {}) => {
    const s = scene(
      { birth: { life: 5, speed: 0 }, ...emitter },
      {
        fields: [{ id: 'g', name: 'G', settings: { kind: 'gravity' } }],
        colliders: [{ id: 'c', name: 'C', shape: { kind: 'plane' }, transform: { position: [0, -2, 0] }, ...collider }],
      },
    );
    const { run, bounds } = boundsAt(s, 40);
    return { s, reason: whyIdle(s, s.colliders[0]!, run.contacts()[0]!, bounds, new Map()) };
  };

  it.each<[string, Written, string]>([
    ['off', { on: false }, 'it is off'],
    ['lets all pass', { response: { kind: 'pass' } }, 'all particles pass through it, and none splits'],
    ['porous', { porosity: 1 }, 'its porosity is 100 %: all particles pass through'],
    ['no sends', { sends: { e: { hits: false } } }, 'it is off for every emitter'],
    ['out of reach', { transform: { position: [0, -500, 0] } }, 'no particle has reached it up to this frame'],
    [
      'a prop out of reach',
      { shape: { kind: 'ball' }, transform: { position: [0, -500, 0] } },
      'no particle has reached it up to this frame',
    ],
  ])('%s', (_name, collider, words) => {
    const { s, reason } = idle(collider);
    expect(reason!.words).toBe(words);
    const mended = reason!.fix!.change(s);
    const { run, bounds } = boundsAt(mended, 40);
    expect(whyIdle(mended, mended.colliders[0]!, run.contacts()[0]!, bounds, new Map())?.words).not.toBe(words);
  });

  it('a plane is offered under the particles, a prop among them', () => {
    const far = { transform: { position: [0, -500, 0] } };
    const offered = (shape: string) => {
      const { s, reason } = idle({ ...far, shape: { kind: shape } });
      const { label, change } = reason!.fix!;
      const { low, high } = boundsAt(s, 40).bounds[0]!;
      const height = change(s).colliders[0]!.transform.position[1];
      return [label, height < low[1] + 0.01 ? 'under' : height < high[1] ? 'among' : 'above'];
    };
    expect(offered('plane')).toEqual(['Move it under the particles', 'under']);
    expect(offered('ball')).toEqual(['Move it among the particles', 'among']);
  });

  it('a mesh that is missing, a wall without a line; nothing is said where it does stop some', () => {
    expect(idle({ shape: { kind: 'mesh' } }).reason!.words).toBe('no mesh is chosen');
    expect(idle({ shape: { kind: 'wall', points: [] } }).reason!.words).toBe('its line has fewer than two points');
    expect(idle({}).reason).toBeUndefined();
  });
});

it('hiding an emitter or a collider never changes the simulation', () => {
  const s = (shown: boolean) =>
    scene(
      { shown },
      {
        fields: [{ id: 'g', name: 'G', settings: { kind: 'gravity' } }],
        colliders: [{ id: 'c', name: 'C', shape: { kind: 'plane' }, shown, transform: { position: [0, -1, 0] } }],
      },
    );
  const columns = (shown: boolean) => runTo(s(shown), 30).populations[0]!.columns;
  expect(columns(false)).toEqual(columns(true));
});
