import { parse } from 'csv-parse/sync';
import { PLYLoader } from 'three/addons/loaders/PLYLoader.js';
import { describe, expect, it } from 'vitest';
import { runTo, testScene } from '../core/tests/scenes';
import { snapshot } from '../engine/frame';
import { particlesCsv, particlesPly, tablesOf } from './particles';

const scene = testScene({
  emitter: { emission: [{ kind: 'rate', rate: 100 }], birth: { life: 9, speed: 1, spread: 180 } },
});
const frame = snapshot(runTo(scene, 24), 1);
const tables = tablesOf(frame.emitters, ['odd, "name"']);
const { id, columns } = frame.emitters[0]!;

describe('particle files', () => {
  it('CSV is read by a CSV library: every value to the last bit, sorted by number', () => {
    const rows = parse(particlesCsv(tables), { columns: true }) as Record<string, string>[];
    expect(rows).toHaveLength(100);
    expect(rows[0]!['emitter']).toBe('odd, "name"');
    rows.forEach((row, i) => {
      expect(Number(row['id'])).toBe(i + 1);
      const slot = id.indexOf(i + 1);
      for (const name of ['x', 'y', 'z', 'vx', 'vy', 'vz', 'life', 'mass', 'size'] as const)
        expect(Number(row[name])).toBe(columns[name][slot]);
    });
  });

  it('PLY is read by three.js: every position', () => {
    const positions = new PLYLoader().parse(particlesPly(tables).buffer as ArrayBuffer).getAttribute('position');
    expect(positions.count).toBe(100);
    for (let i = 0; i < 100; i++) {
      const slot = id.indexOf(i + 1);
      expect([positions.getX(i), positions.getY(i), positions.getZ(i)]).toEqual([
        columns.x[slot],
        columns.y[slot],
        columns.z[slot],
      ]);
    }
  });
});
