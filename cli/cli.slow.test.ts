import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';
import { examples } from '../core/examples';

const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
const program = join(import.meta.dirname, '..', 'bin', 'bathyclast');

function bathyclast(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...args], { encoding: 'utf8', cwd: folder });
  return { status, stdout, stderr: stderr.replace(/^Building.*\n/, '') };
}

describe('bathyclast, the four commands', () => {
  it('examples lists them, and writes each as a file that is a good scene', () => {
    expect(bathyclast('examples').stdout).toMatch(/^vent-plume\tVent plume/m);
    const files = bathyclast('examples', '--write', 'out').stdout.trim().split('\n');
    expect(files).toHaveLength(examples.length);
    for (const file of files) expect(bathyclast('validate', file)).toMatchObject({ status: 0, stderr: '' });
  });

  it('simulate writes the particles alive, sorted by emitter and number, the same for any number of threads and from any start', () => {
    const said = JSON.parse(bathyclast('simulate', 'vent-plume', '--frame', '20', '--out', 'a.csv').stdout) as Record<
      string,
      number
    >;
    for (const threads of ['2', '3'])
      bathyclast('simulate', 'vent-plume', '--frame', '20', '--threads', threads, '--out', `${threads}.csv`);
    const text = readFileSync(join(folder, 'a.csv'), 'utf8');
    for (const threads of ['2', '3']) expect(readFileSync(join(folder, `${threads}.csv`), 'utf8')).toBe(text);
    const rows = parse(text, { columns: true }) as Record<string, string>[];
    expect(rows).toHaveLength(said['alive']!);
    expect(said['born']).toBe(said['alive']! + said['died']! + said['retired']!);
    const order = rows.map((r) => `${r['emitter'] === 'mouth' ? 0 : 1}${r['id']!.padStart(12, '0')}`);
    expect(order).toEqual([...order].toSorted());
  });

  it('simulate takes a draft amount, also under its older name: every particle of the draft is one of the whole, bit for bit', () => {
    bathyclast('simulate', 'vent-plume', '--frame', '30', '--out', 'whole.csv');
    bathyclast('simulate', 'vent-plume', '--frame', '30', '--share', '0.1', '--out', 'tenth.csv');
    const [whole, tenth] = ['whole', 'tenth'].map((n) =>
      readFileSync(join(folder, `${n}.csv`), 'utf8')
        .trim()
        .split('\n'),
    );
    const all = new Set(whole);
    expect(tenth!.every((line) => all.has(line))).toBe(true);
    expect(tenth!.length / whole!.length).toBeGreaterThan(0.07);
    expect(tenth!.length / whole!.length).toBeLessThan(0.13);
  });

  it('measure gives each field’s weight and vector at a point, and the total', () => {
    const said = JSON.parse(
      bathyclast(
        'measure',
        'vent-plume',
        '--frame',
        '0',
        '--at',
        '0.45,1.5,0',
        '--velocity',
        '-1,0,0',
        '--mass',
        '2',
        '--drag',
        '0.5',
      ).stdout,
    );
    const by = Object.fromEntries(said.fields.map((f: { field: string }) => [f.field, f]));
    expect(by['Buoyancy']).toMatchObject({ kind: 'gravity', weight: 1, vector: [0, 0.7, 0], unit: 'm/s²' });
    expect(by['Vortex'].weight).toBe(1);
    // The kernel counts in 32 bits.
    expect(by['Vortex'].vector[0]).toBeCloseTo(-0.9, 6);
    expect(said.total.dragRate).toBeCloseTo(0.25 + 0.25, 9);
    expect(said.total.quadratic).toBeCloseTo(0.1, 9);
  });

  it('validate gives every fault with its place, and exit code 2', () => {
    const scene = JSON.parse(readFileSync(join(folder, 'out', 'vent-plume.json'), 'utf8'));
    scene.fields[0].strength = 'strong';
    scene.time.fps = 0;
    writeFileSync(join(folder, 'bad.json'), JSON.stringify(scene));
    const { status, stderr } = bathyclast('validate', 'bad.json');
    expect(status).toBe(2);
    expect(stderr).toMatch(/^bad\.json: time\.fps is 0. Use a number from 1 to 240 fps\.$/m);
    expect(stderr).toMatch(/^bad\.json: fields\[0\]\.strength is "strong"\. /m);
    // Each fault once.
    expect(
      stderr
        .trim()
        .split('\n')
        .filter((line) => line.startsWith('bad.json: ')),
    ).toHaveLength(2);
  });
});

it('a field that can do nothing is told of, by validate and by simulate, which go on', () => {
  const grid = { kind: 'grid', from: 'group', group: 'g', width: 20, height: 20, depth: 20, cell: 0.01 };
  writeFileSync(
    join(folder, 'fine.json'),
    JSON.stringify({
      format: 'bathyclast-scene',
      version: 5,
      name: 'Fine',
      groups: [{ id: 'g', name: 'G', mute: true }],
      fields: [
        { id: 'w', name: 'Wind', settings: { kind: 'wind' }, group: 'g' },
        { id: 'f', name: 'Fine grid', settings: grid },
      ],
    }),
  );
  const words =
    /^fine\.json: fields\[1\] “Fine grid” does nothing: it would have 2001 × 2001 × 2001 points\. The limit is \d+: use larger cells$/m;
  const checked = bathyclast('validate', 'fine.json');
  expect(checked).toMatchObject({ status: 0, stdout: 'fine.json: “Fine” is a good scene\n' });
  expect(checked.stderr).toMatch(words);
  const run = bathyclast('simulate', 'fine.json', '--frame', '1');
  expect(run.status).toBe(0);
  expect(run.stderr).toMatch(words);
});

describe('mistakes at the terminal: one clear line, exit code 2, no stack trace', () => {
  writeFileSync(join(folder, 'cut.json'), '{"format": "bathyclast-scene", "ver');
  it.each([
    [
      ['simulate', 'nowhere', '--frame', '3'],
      /“nowhere” is neither a scene file nor an example; the examples are vent-plume/,
    ],
    [['simulate', 'vent-plume'], /--frame is missing/],
    [['simulate', 'vent-plume', '--frame', 'ten'], /--frame is “ten”. Use a whole number/],
    [['simulate', 'vent-plume', '--frame', '-99'], /Use whole frames from -48/],
    [['simulate', 'vent-plume', '--frame', '1', '--draft', '0'], /--draft is “0”. Use a number above 0 to 1/],
    [
      ['simulate', 'vent-plume', '--frame', '1', '--out', 'x.docx'],
      /--out is “x.docx”. Use names that end in .csv, .ply, .glb, .usda, .obj/,
    ],
    [
      ['simulate', 'vent-plume', '--frame', '1', '--through', '3', '--out', 'x.ply'],
      /use .usda, or a name with # for the digits/,
    ],
    [['simulate', 'vent-plume', '--frame', '1', '--out', 'no/such/x.csv'], /can’t be written \(ENOENT\)/],
    [['simulate', 'cut.json', '--frame', '1'], /is not whole JSON/],
    [['simulate', '.', '--frame', '1'], /“\.” is not a file/],
    [['measure', 'vent-plume', '--frame', '0', '--at', '1,2'], /--at is “1,2”. Use three numbers/],
    [
      ['measure', 'vent-plume', '--frame', '0', '--at', '1,2,3', '--emitter', 'ghost'],
      /--emitter is “ghost”. Use one of mouth, seep/,
    ],
    [['validate', 'cut.json'], /is not whole JSON/],
    [['render', 'vent-plume'], /--out is missing/],
    [
      ['render', 'vent-plume', '--out', 'x', '--frames', '0-999'],
      /--frames is “0-999”. Use A-B or one frame, from 0 to 144/,
    ],
    [['render', 'vent-plume', '--out', 'x', '--size', '10x10'], /--size is “10x10”. Use WxH, each from 16 to 8192/],
    [
      ['render', 'vent-plume', '--out', 'x', '--format', 'avi'],
      /--format is “avi”. Use one of png, exr, mp4, webm, gif, apng/,
    ],
    [['dance'], /“dance” is no command. Use examples, simulate, render, bake, merge, measure, trials and validate/],
    [['examples', '--loud'], /Unknown option '--loud'/],
  ] as const)('%j', (args, words) => {
    const { status, stderr } = bathyclast(...args);
    expect(status).toBe(2);
    expect(stderr).toMatch(words);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(stderr).not.toMatch(/\n\s+at /);
  });

  it('render says so where there is no Chromium', () => {
    process.env['CHROMIUM'] = join(folder, 'no-browser');
    const { status, stderr } = bathyclast('render', 'vent-plume', '--out', 'x');
    delete process.env['CHROMIUM'];
    expect(status).toBe(2);
    expect(stderr).toMatch(/CHROMIUM is “.*no-browser”. Use the path of a Chromium that can be run/);
  });
});
