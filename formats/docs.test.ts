import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
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
import { sceneFormatDoc } from './scene-format-doc';
import { sceneFrom } from './scene-file';

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

  it('the field of adding-a-field.md is one file that works as it stands', async () => {
    const folder = join(root, 'test-results');
    mkdirSync(folder, { recursive: true });
    const path = join(folder, 'made-from-the-docs.ts');
    // Only the place of the file differs: it must not lie among the sources while other tests build them.
    const code = blocks(page('adding-a-field.md'), 'ts')[0]!
      .replace(/'\.\.\//g, "'../core/")
      .replace(/'\.\//g, "'../core/fields/");
    writeFileSync(path, code);
    const { liftOff } = (await import(path)) as { liftOff: FieldKind };
    const settings = defaultsOf(liftOff.parameters);
    expect(checkValues(liftOff.parameters, settings, 'settings')).toEqual([]);
    const block = { ...particleBlock(), count: 1 };
    const [local, out] = [vectorColumns(1), vectorColumns(1)];
    local.y[0] = 0.5;
    const scene = newScene('Docs');
    const field = { ...newField(scene, 'gravity', undefined), strength: 3 };
    const source = { ...fieldSource(scene, field, new Map()), settings };
    const none = vectorColumns(1);
    const sight = {
      velocity: none,
      outward: none,
      lengthwise: none,
      distance: none.x,
      notes: { notFinite: 0 },
      own: new Float64Array(3),
      place: WORLD,
      frame: 0,
      time: 0,
    };
    liftOff.compile(source)(local, block, out, sight);
    expect([out.x[0], out.y[0], out.z[0]]).toEqual([0, 6, 0]);
  });
});
