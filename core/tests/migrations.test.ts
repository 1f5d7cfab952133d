import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { sceneFrom } from '../../formats/scene-file';
import { SCENE_VERSION } from '../document/scene';
import { migrated } from '../document/migrations';
import { runTo } from './scenes';

/** A scene as a version wrote it, kept as it was. */
const kept = (version: number) =>
  JSON.parse(readFileSync(join(import.meta.dirname, 'kept', `scene-version-${version}.json`), 'utf8')) as Record<
    string,
    unknown
  >;
const first = () => kept(1);

describe('saved scenes of older versions', () => {
  it('of version 1 open, with what was added in its default, and give as many particles as they did', () => {
    expect(first()['version']).toBe(1);
    const scene = sceneFrom(first());
    expect(scene.version).toBe(SCENE_VERSION);
    expect([scene.colliders, scene.carriers, scene.meshes, scene.bounds.on, scene.emitters[0]!.gate.kind]).toEqual([
      [],
      [],
      [],
      false,
      'always',
    ]);
    const run = runTo(scene, 48);
    // What version 1 itself printed for this scene and frame.
    expect(run.populations.reduce((n, p) => n + p.count, 0)).toBe(5728);
    expect(run.populations.reduce((n, p) => n + p.born, 0)).toBe(6480);
  });

  it('of version 2 open under the words of today and move as they did', () => {
    const old = kept(2);
    expect(old['version']).toBe(2);
    const scene = sceneFrom(old);
    const run = runTo(scene, 6);
    // Counts, and where the middle of each emitter’s particles is, as version 2 itself printed them: its steps were of
    // first order, so that places are alike to some centimetres.
    // The ninth emitter’s mask takes slopes from 0° to 30°: the flat was left bare by its ramp at 0°.
    expect(run.populations.map((p) => p.count)).toEqual([76, 480, 0, 30, 480, 0, 30, 0, 30, 30, 368, 0, 30, 231]);
    const middles: Readonly<Record<number, readonly number[]>> = {
      0: [0.8787, 0.1305, 0],
      1: [-0.0147, 0.5278, 0],
      3: [0.0288, 1.6525, 0.0182],
      4: [-0.0428, 4.0333, -0.0169],
      6: [0.0258, 6.1363, 0.0076],
      9: [-0.2104, 4.8771, -0.136],
      10: [0.0152, 10.4182, 0.0222],
      13: [0.9428, 0.1756, 0],
    };
    for (const [emitter, middle] of Object.entries(middles)) {
      const { columns, count } = run.populations[Number(emitter)]!;
      for (const [k, axis] of (['x', 'y', 'z'] as const).entries()) {
        const mean = columns[axis].subarray(0, count).reduce((sum, n) => sum + n, 0) / count;
        expect(Math.abs(mean - middle[k]!)).toBeLessThan(0.02);
      }
    }
  });

  it('a mask of version 3 has its ramp at both limits, and so have its keys; what it left out is what it was; a flat scene keeps Z', () => {
    const scene = sceneFrom({
      format: first()['format'],
      version: 3,
      name: 'Masks',
      keepFlat: true,
      emitters: [
        {
          id: 'e',
          name: 'E',
          shape: { kind: 'card' },
          masks: [{ kind: 'height', low: -2, high: 2, ramp: 0.3 }, { kind: 'noise' }],
          keys: {
            'masks.0.ramp': [
              { frame: 0, value: 0.1, ease: 'linear' },
              { frame: 9, value: 0.5, ease: 'linear' },
            ],
          },
          automations: { 'masks.1.ramp': { kind: 'wave', outputMin: 0, outputMax: 0.2 } },
        },
      ],
    });
    expect(scene.keepFlat).toBe('z');
    const { masks, keys, automations } = scene.emitters[0]!;
    expect(masks[0]).toMatchObject({ low: -2, high: 2, lowRamp: 0.3, highRamp: 0.3 });
    expect(masks[1]).toMatchObject({ low: 0.5, high: 1, lowRamp: 0.15, highRamp: 0.15 });
    expect(Object.keys(keys)).toEqual(['masks.0.lowRamp', 'masks.0.highRamp']);
    expect(Object.keys(automations)).toEqual(['masks.1.lowRamp', 'masks.1.highRamp']);
  });

  it('a dial of version 2 with a name that formulas read today gets another, wherever it is read', () => {
    const scene = sceneFrom({
      ...first(),
      version: 2,
      dials: [{ id: 'd', name: 'number', value: 0.5 }],
      fields: [
        {
          id: 'f',
          name: 'F',
          settings: { kind: 'formula', fx: 'number × random(key)', fy: '0', fz: '0' },
          drives: { strength: { kind: 'dial', dial: 'number' } },
        },
      ],
    });
    expect(scene.dials[0]!.name).toBe('number_dial');
    expect(scene.fields[0]!.settings['fx']).toBe('number_dial × random(number)');
    expect(scene.fields[0]!.automations['strength']).toMatchObject({ kind: 'dial', dial: 'number_dial' });
  });

  it('a newer version, and what is no scene at all, are left to be refused', () => {
    expect(migrated({ version: 99 })).toEqual({ version: 99 });
    expect(migrated('text')).toBe('text');
    expect(() => sceneFrom({ ...first(), version: 99 })).toThrow(/a newer one needs a newer Bathyclast/);
  });
});
