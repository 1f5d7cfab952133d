import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { examples } from '../core/examples';
import { sparse } from '../core/tests/scenes';
import { sceneText } from '../formats/scene-file';

const program = join(import.meta.dirname, '..', 'bin', 'bathyclast');

/** A program with a folder for temporary files of its own, in which nothing may be left. */
function start(...args: string[]): { child: ChildProcess; temporary: string; out: string } {
  const temporary = mkdtempSync(join(tmpdir(), 'bathyclast-test-'));
  const out = join(mkdtempSync(join(tmpdir(), 'bathyclast-test-')), 'out');
  const child = spawn(process.execPath, [program, ...args.map((arg) => (arg === 'OUT' ? out : arg))], {
    env: { ...process.env, TMPDIR: temporary },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  return { child, temporary, out };
}

async function until(is: () => boolean): Promise<void> {
  while (!is()) await new Promise((resolve) => setTimeout(resolve, 100));
}

/** The command lines of programs that were started with that word among theirs. One may end while it is looked at. */
const running = (word: string) =>
  readdirSync('/proc').flatMap((pid) => {
    try {
      const line = /^\d+$/.test(pid) ? readFileSync(`/proc/${pid}/cmdline`, 'utf8') : '';
      return line.includes(word) ? [line] : [];
    } catch {
      return [];
    }
  });

const pictures = (folder: string) =>
  existsSync(folder) ? readdirSync(folder).filter((name) => name.endsWith('.png')) : [];

describe('a render that is stopped', () => {
  const scene = join(mkdtempSync(join(tmpdir(), 'bathyclast-test-')), 'few.json');
  writeFileSync(scene, sceneText(sparse(examples[0]!.scene, 1 / 20)));
  const args = ['render', scene, '--frames', '0-90', '--size', '160x90', '--out', 'OUT'];

  for (const [signal, code] of [
    ['SIGINT', 130],
    ['SIGTERM', 143],
  ] as const)
    it(`by ${signal} ends with ${code}, and leaves whole pictures and nothing else`, async () => {
      const { child, temporary, out } = start(...args);
      await until(() => pictures(out).length > 1);
      child.kill(signal);
      expect(await once(child, 'exit')).toEqual([code, null]);
      expect(readdirSync(out).every((name) => /^frame_\d{4}\.png$/.test(name))).toBe(true);
      for (const name of pictures(out)) expect(PNG.sync.read(readFileSync(join(out, name))).width).toBe(160);
      expect(readdirSync(temporary).filter((name) => name.startsWith('bathyclast'))).toEqual([]);
      expect(running(temporary)).toEqual([]);
    });

  it('by a kill takes its server and the server’s files along', async () => {
    const { child, temporary, out } = start(...args);
    await until(() => pictures(out).length > 0);
    child.kill('SIGKILL');
    await until(() => !running(temporary).some((line) => line.includes('server.js')));
    await until(() => !readdirSync(temporary).some((name) => name.startsWith('bathyclast-render')));
    expect(readdirSync(out).filter((name) => !/^frame_\d{4}\.png$/.test(name) && !name.startsWith('.'))).toEqual([]);
  });
});

describe('standard input and output', () => {
  const run = (args: string[], input = '') =>
    spawnSync(process.execPath, [program, ...args], { encoding: 'utf8', input });

  it('a scene comes from one and particles go to the other; the result goes to standard error', () => {
    const { stdout, stderr, status } = run(
      ['simulate', '-', '--frame', '8', '--out', '-'],
      sceneText(examples[0]!.scene),
    );
    expect(status).toBe(0);
    const rows = parse(stdout, { columns: true });
    expect(rows).toHaveLength((JSON.parse(stderr.trim().split('\n').at(-1)!) as { alive: number }).alive);
    expect(run(['validate', '-'], '{"half').stderr).toMatch(/^-: The file is not whole JSON/);
    expect(run(['simulate', 'vent-plume', '--frame', '2', '--out', '-', '--format', 'ply']).stdout.slice(0, 3)).toBe(
      'ply',
    );
    expect(run(['simulate', 'vent-plume', '--frame', '2', '--out', '-', '--format', 'doc']).stderr).toMatch(
      /--format is “doc”. Use one of csv/,
    );
  });

  it('several files are validated in one go, and every mistake is one line', () => {
    const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
    run(['examples', '--write', folder]);
    const files = readdirSync(folder).map((name) => join(folder, name));
    const { stdout, stderr, status } = run(['validate', ...files, 'nowhere.json']);
    expect([stdout.trim().split('\n').length, status]).toEqual([examples.length, 2]);
    expect(stderr).toMatch(/^bathyclast: “nowhere\.json” is neither a scene file nor an example[^\n]*\n$/);
  });

  it('the version, and the help of one command', () => {
    expect(run(['--version']).stdout).toMatch(/^\d+\.\d+\.\d+\n$/);
    const help = run(['bake', '--help']).stdout;
    expect(help).toMatch(/^bathyclast bake/);
    expect(help).not.toMatch(/bathyclast render/);
    expect(run(['toString']).stderr).toMatch(/^bathyclast: “toString” is no command/);
  });
});
