import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';

const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
const program = join(import.meta.dirname, '..', 'bin', 'bathyclast');

const trials = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, 'trials', 'vent-plume', ...args], {
    encoding: 'utf8',
    cwd: folder,
  });
  return { status, stdout, stderr: stderr.replace(/^Building.*\n/, '') };
};
const rowsOf = (name: string) =>
  parse(readFileSync(join(folder, name), 'utf8'), { columns: true }) as Record<string, string>[];

describe('bathyclast trials', () => {
  const sheet = ['--vary', 'fields/vortex/strength=0:4:3', '--vary', 'seed=1,2', '--frame', '-30', '--draft', '0.05'];

  it('writes a line for every combination, which are the same in parts as whole', () => {
    expect(JSON.parse(trials(...sheet, '--out', 'sceneTransform.csv').stdout)).toMatchObject({
      scene: 'Vent plume',
      cells: 6,
      of: 6,
      frame: -30,
    });
    const whole = rowsOf('sceneTransform.csv');
    expect(whole.map((r) => `${r['fields/vortex/strength']} ${r['seed']}`)).toEqual([
      '0 1',
      '2 1',
      '4 1',
      '0 2',
      '2 2',
      '4 2',
    ]);
    expect(new Set(whole.map((r) => r['speed'])).size).toBe(6);
    for (const part of ['1/2', '2/2']) trials(...sheet, '--slice', part, '--out', `${part[0]}.csv`);
    const parts = [...rowsOf('1.csv'), ...rowsOf('2.csv')];
    for (const row of whole) expect(parts).toContainEqual(row);
    expect(parts).toHaveLength(whole.length);
  });

  it('writes the measures that are asked for', () => {
    trials(
      '--vary',
      'desk/master=0,1',
      '--frame',
      '-40',
      '--share',
      '0.05',
      '--measure',
      'height,difference',
      '--out',
      'two.csv',
    );
    const [none, all] = rowsOf('two.csv');
    expect(Object.keys(none!)).toEqual(['desk/master', 'frame', 'height', 'difference']);
    expect(Number(all!['difference'])).toBe(0);
    expect(Number(none!['difference'])).toBeGreaterThan(0.001);
  });

  it('refuses in a sentence what it cannot do', () => {
    const said = (...args: string[]) => trials(...args, '--out', 'x.csv').stderr;
    expect(said()).toBe('bathyclast: --vary is missing. Use address=low:high:steps and address=value,value,…\n');
    expect(said('--vary', 'fields/votex/strength=0:1:2')).toContain(
      '“fields/votex/strength” is no number of “Vent plume”',
    );
    expect(said('--vary', 'seed=1,2', '--measure', 'beauty')).toContain(
      '--measure is “beauty”. Use one of speed, spread',
    );
    expect(said('--vary', 'emitters/mouth/birth.mass=-1,1')).toMatch(/birth\.mass is -1. Use/);
    expect(trials('--vary', 'seed=1,2', '--out', 'x.txt').status).toBe(2);
  });
});
