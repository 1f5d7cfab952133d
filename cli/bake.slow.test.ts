import { createHash } from 'node:crypto';
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { cases } from '../core/tests/cases';

const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
const program = join(import.meta.dirname, '..', 'bin', 'bathyclast');
const run = (...args: string[]) => spawnSync(process.execPath, [program, ...args], { encoding: 'utf8', cwd: folder });
const filesOf = (name: string) =>
  new Map(
    readdirSync(join(folder, name)).map((file) => [
      file,
      createHash('sha256')
        .update(readFileSync(join(folder, name, file)))
        .digest('hex'),
    ]),
  );

describe('bathyclast bake and merge', () => {
  const SLICES = cases(4, 8);
  const numbers = Array.from({ length: SLICES }, (_, i) => i + 1);

  it('slices under GNU parallel, one of them killed and run again, put together: the bytes of the whole', async () => {
    expect(run('bake', 'vent-plume', '--out', 'whole', '--frames', '0-60').status).toBe(0);
    // One machine’s share is broken off in the middle …
    const killed = spawn(
      process.execPath,
      [program, 'bake', 'vent-plume', '--out', 'part-3', '--frames', '0-60', '--slice', `3/${SLICES}`],
      {
        cwd: folder,
      },
    );
    while (!existsSync(join(folder, 'part-3', 'bake.json'))) await new Promise((later) => setTimeout(later, 10));
    killed.kill('SIGKILL');
    await once(killed, 'exit');
    expect(readdirSync(join(folder, 'part-3')).some((name) => name.startsWith('chunk'))).toBe(false);
    // … and all are asked for again, as a scheduler would.
    const line = `parallel --jobs 2 ${process.execPath} ${program} bake vent-plume --out part-{} --frames 0-60 --slice {}/${SLICES} ::: ${numbers.join(' ')}`;
    const all = spawnSync('sh', ['-c', line], { encoding: 'utf8', cwd: folder });
    expect([all.status, all.stdout.trim().split('\n').length]).toEqual([0, SLICES]);
    const twice = spawnSync('sh', ['-c', line], { encoding: 'utf8', cwd: folder });
    expect(twice.status).toBe(0);
    const parts = numbers.map((number) => `part-${number}`);
    expect(run('merge', ...parts, '--out', 'merged').status).toBe(0);
    expect(filesOf('merged')).toEqual(filesOf('whole'));
    expect(run('merge', ...parts, '--out', 'merged').status).toBe(0);
  });

  it('mistakes are one line that names the value and what is allowed, and exit code 2', () => {
    const mistakes: readonly (readonly [string[], RegExp])[] = [
      [['bake', 'vent-plume'], /--out is missing/],
      [['bake', 'vent-plume', '--out', 'x', '--slice', '9/8'], /--slice is “9\/8”. Use i\/n, i from 1 to n/],
      [
        ['bake', 'vent-plume', '--out', 'x', '--frames', '0-999'],
        /--frames is “0-999”. Use A-B or one frame, from -48 to 144/,
      ],
      [
        ['bake', 'lantern-swarm', '--out', 'x', '--slice', '1/2'],
        /act on one another, so they can’t be baked in parts/,
      ],
      [
        ['bake', 'letters', '--out', 'whole'],
        /“whole” holds another bake: it belongs to another state of a scene \(“Vent plume”\)/,
      ],
      [['bake', 'letters', '--out', '/proc/x'], /“\/proc\/x” can’t be written to/],
      [
        ['merge', 'part-1', 'part-2', '--out', 'y'],
        new RegExp(`part ${numbers.slice(2).join(', ')} of ${SLICES} is missing`),
      ],
      [['merge', '--out', 'y'], /Name the folders of all parts/],
    ];
    for (const [args, words] of mistakes) {
      const { status, stderr } = run(...args);
      expect(stderr).toMatch(words);
      expect([status, stderr.trim().split('\n').length]).toEqual([2, 1]);
    }
  });
});
