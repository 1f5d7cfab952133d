import { describe, expect, it } from 'vitest';
import { snapshot } from '../engine/frame';
import { runTo, testScene } from '../core/tests/scenes';
import { particlesCsv, particlesPly, particlesPlyText, tablesOf } from './particles';
import { readPoints } from './points-import';

const bytes = (text: string) => new TextEncoder().encode(text);

describe('points of files to be born from', () => {
  const scene = testScene({
    emitter: { shape: { kind: 'ball', radius: 1 }, emission: [{ kind: 'burst', count: 50, frame: 0 }] },
  });
  const frame = snapshot(runTo(scene, 3), 1);
  const tables = tablesOf(frame.emitters, ['e']);
  const { x, y, z } = frame.emitters[0]!.columns;

  it.each([
    ['CSV', bytes(particlesCsv(tables))],
    ['PLY, binary', particlesPly(tables)],
    ['PLY, text', bytes(particlesPlyText(tables))],
  ])('what is written as %s comes back: births stand where the particles were', async (name, file) => {
    const { points, found, notice } = await readPoints(file as Uint8Array<ArrayBuffer>, name);
    expect([found, notice]).toEqual([50, '']);
    const places = (px: ArrayLike<number>, py: ArrayLike<number>, pz: ArrayLike<number>) =>
      Array.from({ length: 50 }, (_, i) => [px[i]!, py[i]!, pz[i]!].map((n) => n.toFixed(5)).join(' ')).toSorted();
    const born = runTo(
      testScene({
        emitter: {
          shape: { kind: 'cloud', points },
          emission: [{ kind: 'burst', count: 50, frame: 0 }],
          birth: { speed: 0 },
        },
      }),
      0,
    );
    const { columns } = born.populations[0]!;
    expect(places(columns.x, columns.y, columns.z)).toEqual(places(x, y, z));
  });

  it('reads columns by their names or the first three, whatever parts them; passes over what is remarked', async () => {
    const named = await readPoints(bytes('id;Z;X;Y\n7;3;1;2\n\n8;6;4;5\n'), 'named.csv');
    expect(named.points).toEqual([
      [1, 2, 3],
      [4, 5, 6],
    ]);
    expect((await readPoints(bytes('# measured\n1 2 3\n4\t5\t6\n'), 'plain.xyz')).points).toEqual([
      [1, 2, 3],
      [4, 5, 6],
    ]);
  });

  it('takes every nth of more than it can hold, and says so', async () => {
    const { points, notice } = await readPoints(
      bytes(Array.from({ length: 50_001 }, (_, i) => `${i},0,0`).join('\n')),
      'large.csv',
    );
    expect(points).toHaveLength(16_667);
    expect(points[1]).toEqual([3, 0, 0]);
    expect(notice).toBe('“large.csv” has 50001 points: every 3rd of them is taken, 16667 in all.');
  });

  it('refuses what it can’t read in a sentence that names the file, the line and what is allowed', async () => {
    const refusal = (text: string, name: string) =>
      readPoints(bytes(text), name).then(
        () => '',
        (error: Error) => error.message,
      );
    expect(await refusal('a,b\n1,2', 'two.csv')).toBe(
      '“two.csv” has no columns x, y and z. Use CSV files whose first line names them, or three numbers a line.',
    );
    expect(await refusal('x,y,z\n1,2,3\n4,five,6', 'bad.csv')).toBe(
      'Line 3 of “bad.csv” is “4,five,6”. Use numbers for x, y and z.',
    );
    expect(await refusal('x,y,z\n', 'none.csv')).toBe(
      '“none.csv” has no points. Use CSV and PLY files with at least one.',
    );
    expect(await refusal('ply\nformat ascii 1.0\nelement vertex 0\nend_header\n', 'empty.ply')).toMatch(
      /^“empty\.ply”/,
    );
  });
});
