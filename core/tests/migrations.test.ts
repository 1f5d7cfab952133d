import { createHash } from 'node:crypto';
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

  it('of version 2 open under the words of today and move as they did, to the bit', () => {
    const old = kept(2);
    expect(old['version']).toBe(2);
    const scene = sceneFrom(old);
    const run = runTo(scene, 6);
    // The counts, and the start of the SHA-256 of all positions and velocities, as version 2 itself printed them.
    expect(run.populations.map((p) => p.count)).toEqual([76, 480, 0, 30, 480, 0, 30, 0, 0, 30, 368, 0, 30, 231]);
    const sum = createHash('sha256');
    for (const { columns, count } of run.populations)
      for (const name of ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const)
        sum.update(new Uint8Array(columns[name].slice(0, count).buffer));
    expect(sum.digest('hex').slice(0, 16)).toBe('e2ee0217a017f144');
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
