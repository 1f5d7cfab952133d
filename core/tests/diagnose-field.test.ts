import { measureDelivery } from '../measure/delivery';
import { describe, expect, it } from 'vitest';
import { addMeters, rms, type Meters } from '../measure/meters';
import { whySilent } from '../measure/diagnose-field';
import { fields as fieldKinds } from '../kinds/fields';
import { type Written, checkScene } from '../scene/read';
import type { Scene } from '../document/scene';
import { isHeard } from '../document/groups';
import { newField, newScene } from '../scene/starters';
import { Simulation } from '../sim/step/simulation';
import { fittedTo, joined } from '../measure/fit';
import { runTo, testScene } from './scenes';

const cloud: Written = {
  shape: { kind: 'ball', radius: 0.5 },
  emission: [{ kind: 'burst', count: 180 }],
  birth: { life: 99, speed: 0, drag: 0.5 },
};

function metersOf(scene: Scene, frame = 0): Meters {
  const run = runTo(scene, frame);
  return measureDelivery(run);
}

function reasonOf(scene: Scene) {
  return whySilent(scene, scene.fields[0]!, metersOf(scene), 0, new Map());
}

const grouped = (group: Written, fields: Written[], emitter: Written = cloud) =>
  testScene({ emitter, groups: [{ id: 'g', name: 'G', ...group }], fields: fields.map((f) => ({ group: 'g', ...f })) });

const push = (over: Written = {}): Written => ({
  settings: { kind: 'wind' },
  strength: 2,
  actsAs: 'acceleration',
  ...over,
});

const wind = (over: Written = {}): Written => ({ settings: { kind: 'wind' }, strength: 2, ...over });

/** How each cause of silence is provoked, and the words for it. */
const CAUSES: readonly (readonly [string, Scene, string | RegExp])[] = [
  ['strength', testScene({ emitter: cloud, fields: [wind({ strength: 0 })] }), 'strength 0'],
  ['muted', testScene({ emitter: cloud, fields: [wind({ mute: true })] }), 'muted'],
  ['soloed', testScene({ emitter: cloud, fields: [wind(), wind({ solo: true })] }), 'another strip is soloed'],
  [
    'direction',
    testScene({ emitter: cloud, fields: [wind({ settings: { kind: 'wind', direction: [0, 0, 0] } })] }),
    'its direction is zero',
  ],
  ['no-send', testScene({ emitter: cloud, fields: [wind({ sends: { e: 0 } })] }), 'no emitter sends to it'],
  [
    'no-drag',
    testScene({ emitter: { ...cloud, birth: { life: 99, drag: 0 } }, fields: [wind()] }),
    'the particles have no drag, which a flow needs',
  ],
  [
    'outweighed',
    testScene({
      emitter: cloud,
      fields: [
        { settings: { kind: 'surface', within: 4 }, strength: 3, falloff: { kind: 'everywhere' } },
        { name: 'Fall', settings: { kind: 'gravity' }, strength: 9.8 },
      ],
    }),
    'it pushes with up to 3 m/s², and “Fall” pulls with 9.8 m/s²: particles fall through',
  ],
  [
    'misses',
    testScene({
      emitter: cloud,
      fields: [wind({ transform: { position: [4, 0, 0] }, falloff: { kind: 'ball', inner: 0.5, outer: 2 } })],
    }),
    /^misses every particle by 1\.\d m$/,
  ],
  [
    'ends-short',
    testScene({
      emitter: { ...cloud, shape: { kind: 'ring', radius: 2 } },
      fields: [wind({ falloff: { kind: 'ball', inner: 0.5, outer: 1.2 } })],
    }),
    /^its falloff ends 0\.\d+ m before the first particle$/,
  ],
  [
    'no-weight',
    testScene({
      emitter: cloud,
      fields: [wind({ falloff: { kind: 'ball', inner: 3, outer: 4 }, curve: { kind: 'smooth', invert: true } })],
    }),
    'its falloff is zero at every particle',
  ],
  [
    'span',
    testScene({ emitter: cloud, fields: [wind({ limitedRange: true, activeFrom: 48, activeUntil: 96 })] }),
    'starts at frame 48',
  ],
  [
    'masked',
    testScene({ emitter: cloud, fields: [wind({ modulators: [{ kind: 'formula', formula: '0' }] })] }),
    'its modulators are 0 at every particle',
  ],
  ['group-muted', grouped({ mute: true }, [push()]), 'its group “G” is muted'],
  ['group-strength', grouped({ strength: 0 }, [push()]), 'the strength of its group “G” is 0'],
  ['clipped', grouped({ limited: true, ceiling: 0.001 }, [push()]), 'clipped by the limit of its group “G”'],
  ['hidden', grouped({ rule: 'layered' }, [push(), push({ name: 'Lid' })]), '“Lid” replaces it completely'],
  ['mix', grouped({ rule: 'layered' }, [push({ mix: 0 })]), 'its mix is 0 %'],
  [
    'outdone',
    grouped({ rule: 'strongest' }, [push(), push({ strength: 9 })]),
    'in “G” another member is stronger at every particle',
  ],
  [
    'group-reach',
    grouped({ sends: { e: 0 } }, [push()]),
    'the falloff, sends or modulators of its group “G” are 0 at every particle',
  ],
  [
    'pace',
    testScene({ emitter: cloud, fields: [push({ actsAs: 'set-velocity', strength: 0.5, targetSpeed: 0 })] }),
    'its target speed is 0',
  ],
  ['tiny', testScene({ emitter: cloud, fields: [push({ strength: 1e-7 })] }), 'it is very weak: at most 1e-7 m/s²'],
  [
    'heavy',
    testScene({
      emitter: { ...cloud, birth: { life: 99, speed: 0, mass: 5000 } },
      fields: [push({ actsAs: 'force' })],
    }),
    'it hardly moves the particles: they have a mass of 5000 kg or more',
  ],
  [
    'cancelled',
    testScene({ emitter: cloud, fields: [push(), push({ strength: -2, name: 'Counter' })] }),
    '“Counter” cancels it',
  ],
  [
    'no-motion',
    testScene({ emitter: cloud, fields: [wind({ settings: { kind: 'wind', ownMotion: 1 }, strength: 0 })] }),
    'it acts only while it moves, and it does not move',
  ],
  [
    'silent',
    testScene({ emitter: cloud, fields: [{ settings: { kind: 'zone-flow' } }] }),
    'without a falloff shape there is nothing to flow along',
  ],
  [
    'zero-here',
    testScene({
      emitter: cloud,
      fields: [{ settings: { kind: 'texture', width: 0.1, depth: 0.1 }, transform: { position: [0, 0, 9] } }],
    }),
    'its picture is neutral at every particle it reaches',
  ],
];

/** Causes that are told and lead to a place to look at, with nothing to press. */
const TOLD: readonly (readonly [string, Scene, string])[] = [
  [
    'silent',
    testScene({ emitter: cloud, fields: [wind({ falloff: { kind: 'surface' } })] }),
    'no mesh is chosen for its falloff shape',
  ],
  [
    'silent',
    testScene({ emitter: cloud, fields: [{ settings: { kind: 'attractor', target: 'places' } }] }),
    'no emitter is chosen that it pulls to',
  ],
  [
    'at-rest',
    testScene({ emitter: cloud, fields: [push({ actsAs: 'steer', strength: 0.5 })] }),
    'it changes motion only, and the particles are at rest',
  ],
  [
    'at-rest',
    testScene({ emitter: cloud, fields: [{ settings: { kind: 'drag' } }] }),
    'it changes motion only, and the particles are at rest',
  ],
  [
    'unread',
    grouped({}, [{ settings: { kind: 'mask' } }]),
    'a mask moves nothing by itself: let a modulator read its group',
  ],
];

describe('why a field delivers nothing', () => {
  it.each(CAUSES)('%s: told in words, and mended by its button', (code, scene, words) => {
    const reason = reasonOf(scene);
    expect(reason?.code).toBe(code);
    expect(reason?.words).toMatch(words);
    const mended = reason!.fix!.change(scene);
    expect(checkScene(JSON.parse(JSON.stringify(mended)))).toEqual([]);
    expect(reasonOf(mended)).toBeUndefined();
  });

  it.each(TOLD)('%s is told: %s', (code, scene, words) => {
    expect(reasonOf(scene)).toMatchObject({ code, words, look: expect.stringMatching(/^(field|falloff)$/) as string });
  });

  it('a member of a muted group that a grid samples acts through that grid, until the grid is muted too', () => {
    const told = (mute: boolean, from = 'group') => {
      const settings = { kind: 'grid', from, group: 'g', width: 2, height: 2, depth: 2, cell: 0.5 };
      return reasonOf(grouped({ mute: true }, [push(), push({ settings, group: '', mute })]))?.code;
    };
    expect([told(false), told(true), told(false, 'file')]).toEqual([undefined, 'group-muted', 'group-muted']);
  });

  it('the master of the desk at 0 is told, and raised', () => {
    const scene = testScene({ emitter: cloud, fields: [push()] });
    const silenced = { ...scene, desk: { ...scene.desk, master: 0 } };
    expect(reasonOf(silenced)?.words).toBe('the desk’s master is 0');
    expect(reasonOf(reasonOf(silenced)!.fix!.change(silenced))).toBeUndefined();
  });

  it('a field that misses by far is brought closer and, where it is too small, widened', () => {
    const scene = testScene({
      emitter: cloud,
      fields: [wind({ transform: { position: [0, 9, 0] }, falloff: { kind: 'ball', inner: 0.01, outer: 0.02 } })],
    });
    const [field] = reasonOf(scene)!.fix!.change(scene).fields;
    expect(field!.falloff['outer'] as number).toBeGreaterThan(0.4);
    expect(Math.hypot(...field!.transform.position)).toBeLessThan(0.2);
  });

  it('nobody alive, no emitter, no image are told as well', () => {
    expect(reasonOf(testScene({ emitter: { ...cloud, emission: [] }, fields: [wind()] }))?.words).toBe(
      'no particle is alive on this frame',
    );
    const none = testScene({ fields: [wind()] });
    const empty = { ...none, emitters: [] };
    expect(reasonOf(empty)?.words).toBe('there is no emitter');
    expect(reasonOf(empty)!.fix!.change(empty).emitters).toHaveLength(1);
    expect(
      reasonOf(testScene({ emitter: cloud, fields: [{ settings: { kind: 'texture', pattern: 'image' } }] }))?.words,
    ).toBe('no image chosen');
  });

  it('two weaker ones together cancel it as well; a stronger one that goes partly against it does not', () => {
    const along = (strength: number, direction: readonly number[]) =>
      push({ settings: { kind: 'wind', direction: [...direction] }, strength });
    const told = (...rivals: Written[]) =>
      reasonOf(testScene({ emitter: { ...cloud, birth: { life: 99, speed: 0, drag: 0 } }, fields: rivals }));
    const field = along(2, [1, 0, 0]);
    expect(told(field, along(1, [-1, 0, 0]), along(1, [-1, 0, 0]))?.code).toBe('cancelled');
    // The part of it along the field is as large as the field.
    expect(told(field, along(4, [-0.5, Math.sqrt(0.75), 0]))).toBeUndefined();
  });

  it('a vortex with swirl 0 that gathers still delivers', () => {
    expect(
      reasonOf(testScene({ emitter: cloud, fields: [{ settings: { kind: 'vortex', inwardPull: 1 }, strength: 0 }] })),
    ).toBeUndefined();
  });
});

describe('meters', () => {
  it('tell the part that a field replaces a frame, also where particles have the velocity that it sets', () => {
    const emitter = {
      ...cloud,
      birth: { life: 9, speed: 1, launchDirection: 'direction', direction: [1, 0, 0], spread: 0 },
    };
    const sets = push({
      actsAs: 'set-velocity',
      strength: 0.3,
      targetSpeed: 1,
      settings: { kind: 'wind', direction: [1, 0, 0] },
    });
    const [meter] = metersOf(testScene({ emitter, fields: [sets] })).fields;
    expect(Math.sqrt(meter!.feltSquares / meter!.count)).toBeCloseTo(0, 6);
    expect(Math.sqrt(meter!.weightSquares / meter!.count)).toBeCloseTo(0.3, 9);
  });

  it('give RMS and peak of w·F over the particles it is sent to, and what it comes to as an acceleration', () => {
    const meters = metersOf(
      testScene({
        emitter: { ...cloud, birth: { life: 9, speed: 0, mass: 2, drag: 1 } },
        fields: [wind({ actsAs: 'force', sends: { e: 0.5 } }), wind(), wind({ mute: true })],
      }),
    );
    const [force, carry, muted] = meters.fields;
    expect(rms(force!)).toBeCloseTo(1, 9);
    expect(force!.peak).toBeCloseTo(1, 9);
    expect(Math.sqrt(force!.feltSquares / force!.count)).toBeCloseTo(0.5, 9);
    expect(rms(carry!)).toBeCloseTo(2, 9);
    expect(Math.sqrt(carry!.feltSquares / carry!.count)).toBeCloseTo(1, 9);
    expect(rms(muted!)).toBe(0);
    expect(Math.sqrt(meters.total.squares / meters.total.count)).toBeCloseTo(1.5, 9);
  });

  it('count fields that steer, limit or move in the sum', () => {
    const flying = { ...cloud, birth: { life: 9, speed: 2, mass: 1, drag: 0, launchDirection: 'direction' } };
    const sumOf = (field: Written) => metersOf(testScene({ emitter: flying, fields: [field] }));
    // A tenth of a right angle at 2 m/s: a chord of 2·2·sin(4.5°), 24 times a second.
    const steered = sumOf(wind({ actsAs: 'steer', strength: 0.1 }));
    expect(rms(steered.total)).toBeCloseTo(24 * 4 * Math.sin(Math.PI / 40), 5);
    const limited = sumOf({ settings: { kind: 'limit', highest: 1.5 }, actsAs: 'speed-limit', strength: 1 });
    expect(rms(limited.total)).toBeCloseTo(24 * 0.5, 5);
    const moved = sumOf(wind({ actsAs: 'move', strength: 3 }));
    expect(rms(moved.total)).toBe(0);
    expect(rms(moved.moved)).toBeCloseTo(3, 9);
  });

  it('of a group are what its members come to together, by its rule', () => {
    const members = [push(), push({ strength: 4, settings: { kind: 'wind', direction: [0, 1, 0] } })];
    const groupMeter = (group: Written) => metersOf(grouped(group, members)).groups[0]!;
    const size = ({ squares, count }: { squares: number; count: number }) => Math.sqrt(squares / count);
    expect(size(groupMeter({ rule: 'sum' }))).toBeCloseTo(Math.hypot(2, 4), 9);
    expect(size(groupMeter({ rule: 'average', strength: 3 }))).toBeCloseTo((3 * Math.hypot(2, 4)) / 2, 9);
    expect(groupMeter({ rule: 'strongest' }).peak).toBeCloseTo(4, 9);
    expect(groupMeter({ rule: 'sum', limited: true, ceiling: 1 }).peak).toBeCloseTo(1, 9);
    // And each member’s own is its share of that.
    const meters = metersOf(grouped({ rule: 'average' }, members));
    expect(meters.fields.map((m) => rms(m))).toEqual([1, 2].map((n) => expect.closeTo(n, 9) as number));
    expect(Math.sqrt(meters.total.squares / meters.total.count)).toBeCloseTo(Math.hypot(2, 4) / 2, 9);
  });

  it('are sampled from many particles, and near what all of them give', () => {
    const scene = testScene({
      emitter: { ...cloud, shape: { kind: 'ball', radius: 2 }, emission: [{ kind: 'burst', count: 12_000 }] },
      fields: [
        { settings: { kind: 'turbulence', size: 0.8 } },
        push({ falloff: { kind: 'ball', inner: 0.5, outer: 1.5 } }),
      ],
    });
    const sampled = metersOf(scene);
    expect(sampled.fields[0]!.count).toBeLessThan(500);
    const { x, y, z } = runTo(scene, 0).populations[0]!.columns;
    const within = Array.from({ length: 12_000 }, (_, i) => Math.hypot(x[i]!, y[i]!, z[i]!) < 1.5).filter(
      Boolean,
    ).length;
    expect(sampled.fields[1]!.touched / sampled.fields[1]!.count).toBeCloseTo(within / 12_000, 1);
    expect(rms(sampled.fields[0]!)).toBeGreaterThan(0.85);
    expect(rms(sampled.fields[0]!)).toBeLessThan(1.15);
  });

  it('of slices add up to those of the whole', () => {
    const scene = testScene({ emitter: cloud, fields: [{ settings: { kind: 'turbulence' } }] });
    const part = (slice: number) => {
      const run = new Simulation(scene, new Map(), { portion: { draftFraction: 1, slice, slices: 2 } });
      return measureDelivery(run);
    };
    const [sum, whole] = [addMeters(part(0), part(1)), metersOf(scene)];
    expect(sum.fields[0]!.count).toBe(whole.fields[0]!.count);
    expect(rms(sum.fields[0]!)).toBeCloseTo(rms(whole.fields[0]!), 9);
    expect(sum.bounds[0]).toEqual(whole.bounds[0]);
  });
});

describe('new things', () => {
  it('a new field of every kind reaches the living particles and delivers, at once', () => {
    const bare = newScene('New');
    // A group for what is filled from one.
    const source = testScene({
      groups: [{ id: 'g', name: 'G', mute: true }],
      fields: [{ group: 'g', settings: { kind: 'vortex' } }],
    });
    const scene = { ...bare, groups: source.groups, fields: source.fields };
    const meters = metersOf(scene, 30);
    for (const kind of fieldKinds.list) {
      // A level moves nothing, and a limit or drag lets be what is slow.
      if (kind.kind === 'mask' || kind.kind === 'limit') continue;
      const field = newField(scene, kind.kind, fittedTo(joined(meters.bounds)!));
      const grown = { ...scene, fields: [...scene.fields, field] };
      const measured = metersOf(grown, 30);
      expect(whySilent(grown, field, measured, 30, new Map()), kind.kind).toBeUndefined();
      expect(rms(measured.fields[1]!), kind.kind).toBeGreaterThan(0);
      expect(isHeard(field, grown)).toBe(true);
    }
  });
});

it('a new surface holds in a scene with gravity, as it comes', () => {
  const scene = newScene('New');
  const gravity = newField(scene, 'gravity');
  const field = newField({ ...scene, fields: [gravity] }, 'surface');
  const stacked = { ...scene, fields: [field, gravity] };
  const meters = measureDelivery(runTo(stacked, 40));
  expect(whySilent(stacked, field, meters, 40, new Map())).toBeUndefined();
});

describe('a field that is too fast for the steps of the scene', () => {
  const winding = (over: Written, substeps = 1) =>
    testScene({
      emitter: cloud,
      fields: [
        {
          settings: { kind: 'path', form: 'circle', pathRadius: 1, winding: 'helix', ...over },
          actsAs: 'set-velocity',
          strength: 1,
          targetSpeed: 1,
        },
      ],
      time: { fps: 24, substeps },
    });

  it('says how many substeps would do, and sets them: a quarter of a turn of a winding in each', () => {
    // 63 turns on 2π m, at 1 m/s and 24 frames a second.
    const tight = winding({ frequency: 10 });
    const reason = reasonOf(tight);
    expect(reason?.words).toBe('its winding turns too fast for one step a frame: 2 would do');
    const mended = reason!.fix!.change(tight);
    expect(mended.time.substeps).toBe(2);
    expect(reasonOf(mended)).toBeUndefined();
    expect(reasonOf(winding({ frequency: 5 }))).toBeUndefined();
    expect(reasonOf(winding({ turnsPer: 'lap', lapTurns: 126 }, 2))?.words).toMatch('for 2 steps a frame: 4 would do');
    expect(reasonOf(winding({ frequency: 1000 }))?.words).toMatch(
      'it would take 167 steps a frame, and 64 are the most',
    );
  });

  it('does so for a spring that is stiff: at ω·dt = 1', () => {
    const sprung = (strength: number) =>
      testScene({ emitter: cloud, fields: [{ settings: { kind: 'shell', radius: 2 }, strength }], time: { fps: 24 } });
    expect(reasonOf(sprung(24 * 24 - 1))).toBeUndefined();
    expect(reasonOf(sprung(4 * 24 * 24))?.words).toBe('its spring swings too fast for one step a frame: 2 would do');
  });
});
