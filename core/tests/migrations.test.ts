import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { sceneFrom } from '../../formats/scene-file';
import { SCENE_VERSION } from '../document/scene';
import { migrated } from '../document/migrations';
import { runTo } from './scenes';

/** A scene as version 1 wrote it, kept as it was. */
const first = () =>
  JSON.parse(readFileSync(join(import.meta.dirname, 'kept', 'scene-version-1.json'), 'utf8')) as Record<
    string,
    unknown
  >;

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

  it('a newer version, and what is no scene at all, are left to be refused', () => {
    expect(migrated({ version: 99 })).toEqual({ version: 99 });
    expect(migrated('text')).toBe('text');
    expect(() => sceneFrom({ ...first(), version: 99 })).toThrow(/a newer one needs a newer Bathyclast/);
  });
});
