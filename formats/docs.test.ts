import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { describe, expect, it } from 'vitest';
import { checkValues } from '../core/document/check-values';
import { defaultsOf } from '../core/document/parameters';
import type { FieldKind } from '../core/kinds/contracts/field';
import { fields } from '../core/kinds/fields';
import { WORLD } from '../core/lib/math/similarity';
import { newField, newScene } from '../core/scene/starters';
import { fieldSource } from '../core/sim/stack/compile';
import { particleBlock } from '../core/lib/particle-block';
import { vectorColumns } from '../core/lib/math/vector';
import { birthPlace, type ShapeKind } from '../core/kinds/emitter-shapes/shape';
import type { LookKind } from '../core/kinds/looks/look';
import { uniform } from '../core/lib/random/lookup';
import { Simulation } from '../core/sim/step/simulation';
import { snapshot } from '../engine/frame';
import { fileFormatsDoc } from './file-formats-doc';
import type { ParticleFormat } from './particle-formats/format';
import { sceneFormatDoc } from './scene-format-doc';
import { settingsDoc } from './settings-doc';
import { sceneFrom } from './scene-file';
import { NO_RESOURCES } from '../core/tests/no-resources';

const root = join(import.meta.dirname, '..');
const page = (name: string) => readFileSync(join(root, 'docs', name), 'utf8');
const blocks = (text: string, language: string) =>
  [...text.matchAll(new RegExp(`\`\`\`${language}\n([\\s\\S]*?)\`\`\``, 'g'))].map((m) => m[1]!);

describe('the docs are true', () => {
  it('the scene-format page is what the descriptions say, and names every kind', () => {
    expect(page('scene-format.md')).toBe(sceneFormatDoc());
    for (const kind of fields.list) expect(page('scene-format.md')).toContain(`#### \`${kind.kind}\``);
  });

  it('the least scene of the page is a good one', () => {
    const [least] = blocks(page('scene-format.md'), 'json');
    expect(sceneFrom(JSON.parse(least!)).fields[0]!.strength).toBe(1.5);
  });

  it('the page of settings is what the descriptions say, in words of the screen only', () => {
    expect(page('settings.md')).toBe(settingsDoc());
    expect(page('settings.md')).not.toMatch(/undefined|\[object/);
  });

  it('the page of file formats is what the registries say', () =>
    expect(page('file-formats.md')).toBe(fileFormatsDoc()));

  /**
   * The first block of code of a page as a module. Only its place differs: it must not lie among the sources while
   * other tests build them.
   */
  async function madeFrom(name: string, folder: string): Promise<Readonly<Record<string, unknown>>> {
    const results = join(root, 'test-results');
    mkdirSync(results, { recursive: true });
    const path = join(results, `${name}.ts`);
    const here = (from: string) => relative(results, resolve(root, folder, from));
    writeFileSync(
      path,
      blocks(page(`${name}.md`), 'ts')[0]!.replace(/from '(\.[^']*)'/g, (_, from: string) => `from '${here(from)}'`),
    );
    return import(path) as Promise<Readonly<Record<string, unknown>>>;
  }

  it('the field of adding-a-field.md works as it stands, and gives the vectors of its examples', async () => {
    const { liftOff } = await madeFrom('adding-a-field', 'core/kinds/fields');
    const kind = liftOff as FieldKind;
    expect(checkValues(kind.parameters, defaultsOf(kind.parameters), 'settings')).toEqual([]);
    const [example] = kind.examples;
    const block = { ...particleBlock(), count: 1 };
    const [local, out, none] = [vectorColumns(1), vectorColumns(1), vectorColumns(1)];
    local.y[0] = example!.at[1];
    const scene = newScene('Docs');
    const field = { ...newField(scene, 'gravity', undefined), strength: example!.strength };
    const source = {
      ...fieldSource(scene, field, new Map()),
      settings: { ...defaultsOf(kind.parameters), ...example!.settings },
    };
    kind.compile(source)(local, block, out, {
      velocity: none,
      start: none,
      damping: none,
      outward: none,
      lengthwise: none,
      distance: none.x,
      notes: { notFinite: 0 },
      own: new Float64Array(3),
      place: WORLD,
      frame: 0,
      time: 0,
    });
    expect([out.x[0], out.y[0], out.z[0]]).toEqual(example!.vector);
  });

  it('the shape of adding-an-emitter-shape.md works as it stands: half a sphere, even over its area', async () => {
    const { dome } = await madeFrom('adding-an-emitter-shape', 'core/kinds/emitter-shapes');
    const sample = (dome as ShapeKind).sampler({ radius: 2 }, NO_RESOURCES);
    const heights = Array.from({ length: 4000 }, (_, id) => {
      const out = birthPlace();
      expect(sample({ pick: (n) => uniform(9, id, n), k: id + 1, time: 0 }, out)).toBe(true);
      expect(Math.hypot(out.x, out.y, out.z)).toBeCloseTo(2, 9);
      expect(out.nx * out.tx + out.ny * out.ty + out.nz * out.tz).toBeCloseTo(0, 9);
      return out.y;
    });
    // Archimedes: the height is uniform between 0 and the radius; its mean has a standard error of 0.009.
    expect(heights.reduce((a, b) => a + b) / 4000).toBeCloseTo(1, 1);
    expect(Math.min(...heights)).toBeGreaterThanOrEqual(0);
  });

  it('the look of adding-a-look.md has parameters that are good, and is drawn as spots', async () => {
    const { speck } = await madeFrom('adding-a-look', 'core/kinds/looks');
    const { parameters, draws } = speck as LookKind;
    expect(checkValues(parameters, defaultsOf(parameters), 'look')).toEqual([]);
    expect(draws).toBeUndefined();
  });

  it('the format of adding-a-file-format.md writes a line for each particle', async () => {
    const { xyz } = await madeFrom('adding-a-file-format', 'formats/particle-formats');
    const scene = newScene('Docs');
    const run = new Simulation(scene, new Map());
    for (let i = 0; i < 5; i++) run.advance();
    const { emitters } = snapshot(run, 1);
    const writer = await (xyz as ParticleFormat).open({ scene, assets: new Map(), from: 5, through: 5 });
    const lines = String(writer.add(5, emitters)).trim().split('\n');
    expect(lines).toHaveLength(emitters[0]!.count);
    expect(lines[0]!.split(' ').map(Number)).toEqual(
      ['x', 'y', 'z'].map((axis) => Number(`${emitters[0]!.columns[axis as 'x'][0]}`)),
    );
  });
});
