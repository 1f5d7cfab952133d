import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';
import { comparedWith, csvOf, optionOf, plainly, shown, type ChartData } from './chart-data';

const INK = {
  text: '#ffffff',
  second: '#cccccc',
  faint: '#999999',
  rule: '#333333',
  panel: '#000000',
  lamp: '#ffcc00',
};
const data: ChartData = {
  sort: 'line',
  title: 'Along a line',
  x: { label: 'along the line', unit: 'm', values: Float64Array.of(0, 0.5, 1) },
  series: [
    { name: 'Vortex, "large"', unit: 'N', values: Float64Array.of(1, -2, NaN) },
    { name: 'Sum', unit: 'm/s²', values: [4, 5, 6] },
  ],
};

describe('the numbers of a chart', () => {
  it('are written as CSV that another’s reader takes back, units in the heads, what is missing empty', () => {
    const [head, ...rows] = parse(csvOf(data));
    expect(head).toEqual(['along the line (m)', 'Vortex, "large" (N)', 'Sum (m/s²)']);
    expect(rows).toEqual([
      ['0', '1', '4'],
      ['0.5', '-2', '5'],
      ['1', '', '6'],
    ]);
  });

  it('are kept as plain lists, and laid over later ones where they stood, dotted, and not written to their files', () => {
    const kept = JSON.parse(JSON.stringify(plainly(data))) as ChartData;
    const later = comparedWith({ ...data, x: { ...data.x, values: [0, 1] } }, kept);
    expect(later.series).toHaveLength(4);
    expect(later.series[3]).toMatchObject({ name: 'kept: Sum', at: [0, 0.5, 1], values: [4, 5, 6], quiet: true });
    expect(csvOf(later)).not.toContain('kept');
  });

  it('areas are stacked in two parts, so that one that changes its sign makes no jump', () => {
    const area = optionOf({ ...data, series: [{ ...data.series[0]!, kind: 'area' }] }, INK) as {
      series: { stack: string; data: number[][] }[];
    };
    expect(area.series.map(({ stack, data: points }) => [stack, points.map(([, y]) => y)])).toEqual([
      ['above', [1, 0, NaN]],
      ['below', [0, -2, NaN]],
    ]);
  });

  it('are said with three digits that count', () => {
    expect([0, 1234.56, -0.012345, 123456, -2e12, 1e-5, NaN].map(shown)).toEqual([
      '0',
      '1230',
      '−0.0123',
      '123 000',
      '−2.0 × 10¹²',
      '1.0 × 10⁻⁵',
      '–',
    ]);
  });
});
