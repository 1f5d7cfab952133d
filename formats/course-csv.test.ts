import { parse } from 'csv-parse/sync';
import { expect, it } from 'vitest';
import { courseCsv } from './course-csv';

it('the course of a number is read by a CSV library: every value to the last bit, with its frame and time', () => {
  const values = [0.1, -3.3333333333333335, 1e-9];
  const rows = parse(
    courseCsv(
      values.map((value, i) => ({ frame: i - 1, value })),
      24,
    ),
    { columns: true },
  ) as Record<string, string>[];
  expect(rows.map((row) => Number(row['value']))).toEqual(values);
  expect(rows.map((row) => [Number(row['frame']), Number(row['seconds'])])).toEqual([
    [-1, -1 / 24],
    [0, 0],
    [1, 1 / 24],
  ]);
  const vectors = parse(courseCsv([{ frame: 0, value: [1, 2, 3] }], 24), { columns: true }) as Record<string, string>[];
  expect(vectors[0]).toMatchObject({ x: '1', y: '2', z: '3' });
});
