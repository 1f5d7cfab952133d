import { thousands } from '../sum';
import { mixed, type Ink } from './ink';
import type { EChartsCoreOption } from 'echarts/core';

/** One row of numbers beside those along the axis. */
export interface Series {
  readonly name: string;
  readonly unit: string;
  readonly values: ArrayLike<number>;
  /** Where they stand on the axis, where that is not where those of the chart do. */
  readonly at?: ArrayLike<number>;
  /** Areas are stacked: what is above 0 upwards, and what is below it downwards. */
  readonly kind?: 'line' | 'area' | 'bar';
  /** Drawn thinner and dotted: what something is compared with. */
  readonly quiet?: boolean;
}

/** What a chart shows, and what its file of numbers holds. */
export interface ChartData {
  /** What sort of chart it is: those of one sort can be laid over one another. */
  readonly sort: string;
  readonly title: string;
  readonly x: { readonly label: string; readonly unit: string; readonly values: ArrayLike<number> };
  readonly series: readonly Series[];
  /** Moments that are marked on the axis. */
  readonly marks?: readonly { readonly at: number; readonly label: string }[];
  /** Where the playhead is. */
  readonly playhead?: number;
}

const MONO = '"Martian Mono Variable", monospace';
/** How far each line’s shade lies on the way from the text to the panel; what they can’t tell apart, dashes and hatches do. */
const SHADES = [0, 0.32, 0.12, 0.5, 0.22, 0.42];
const DASHES: readonly (string | readonly number[])[] = ['solid', [6, 3], [2, 3], [8, 3, 2, 3], [1, 2], [12, 4]];

const RAISED: Readonly<Record<string, string>> = Object.fromEntries(
  '-0123456789'.split('').map((c, i) => [c, '⁻⁰¹²³⁴⁵⁶⁷⁸⁹'[i]!]),
);

/** A number as it is written beside an axis: three digits that count. */
export function shown(value: number): string {
  if (value === 0 || !Number.isFinite(value)) return Number.isFinite(value) ? '0' : '–';
  const size = Math.abs(value);
  const sign = value < 0 ? '−' : '';
  if (size >= 100000 && size < 1e9) return `${sign}${thousands(Number(size.toPrecision(3)))}`;
  if (size >= 1e9 || size < 0.001) {
    const [digits, power] = size.toExponential(1).split('e');
    return `${sign}${digits} × 10${String(Number(power))
      .split('')
      .map((digit) => RAISED[digit])
      .join('')}`;
  }
  return String(Number(value.toPrecision(3))).replace('-', '−');
}

const unitOf = ({ unit }: { readonly unit: string }) => (unit === '' ? '' : ` ${unit}`);

/** One series as ECharts takes it; an area as two, so that it goes through 0 without a jump in the stack. */
function drawn(
  { name, values, at, kind = 'line', quiet = false }: Series,
  index: number,
  x: ChartData['x'],
  ink: Ink,
): object[] {
  const places = at ?? x.values;
  const shade = name === 'Sum' ? ink.lamp : mixed(ink.text, ink.panel, SHADES[index % SHADES.length]!);
  const points = (of: (value: number) => number) =>
    Array.from({ length: places.length }, (_, i) => [places[i]!, of(values[i]!)]);
  const common = {
    name,
    itemStyle: { color: shade },
    animation: false,
    showSymbol: false,
    symbol: 'none',
    emphasis: { focus: 'series' },
  };
  if (kind === 'bar') return [{ ...common, type: 'bar', barWidth: '98%', data: points((v) => v) }];
  if (kind === 'area')
    return [Math.max, Math.min].map((part, side) => ({
      ...common,
      type: 'line',
      stack: side === 0 ? 'above' : 'below',
      stackStrategy: 'all',
      lineStyle: { width: 0.5, color: ink.panel },
      areaStyle: { color: shade, opacity: 0.75 },
      data: points((v) => part(0, v)),
    }));
  const dash = quiet ? 'dotted' : DASHES[Math.floor(index / 2) % DASHES.length]!;
  const width = quiet ? 1 : name === 'Sum' ? 2 : 1.5;
  return [
    {
      ...common,
      type: 'line',
      lineStyle: { width, color: shade, type: dash, opacity: quiet ? 0.7 : 1 },
      data: points((v) => v),
    },
  ];
}

interface Hovered {
  readonly dataIndex: number;
}

const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');

/** What is said of the place under the pointer: every series by name and unit. */
function tooltipOf({ x, series }: ChartData, [first]: readonly Hovered[]): string {
  const i = first?.dataIndex ?? 0;
  const rows = series
    .filter(({ at }) => at === undefined)
    .map(({ name, unit, values }) => `${escaped(name)}: <b>${shown(values[i]!)}</b>${unitOf({ unit })}`);
  return [`${escaped(x.label)} ${shown(x.values[i]!)}${unitOf(x)}`, ...rows].join('<br>');
}

/** How ECharts draws it, in the colours of the theme. */
export function optionOf(data: ChartData, ink: Ink): EChartsCoreOption {
  const { x, series, marks = [], playhead } = data;
  const units = [...new Set(series.map(({ unit }) => unit))];
  const axis = { axisLine: { lineStyle: { color: ink.rule } }, axisTick: { lineStyle: { color: ink.rule } } };
  const label = { color: ink.faint, fontFamily: MONO, fontSize: 10, formatter: shown };
  const lines = series.flatMap((one, index) => drawn(one, index, x, ink));
  const guides = [
    ...marks.map(({ at, label: text }) => ({
      xAxis: at,
      label: { formatter: text },
      lineStyle: { color: ink.second, type: 'dashed' },
    })),
    ...(playhead === undefined
      ? []
      : [{ xAxis: playhead, label: { show: false }, lineStyle: { color: ink.lamp, type: 'solid' } }]),
  ];
  return {
    backgroundColor: 'transparent',
    animation: false,
    textStyle: { color: ink.second, fontFamily: MONO, fontSize: 10 },
    aria: { enabled: true, decal: { show: series.some((s) => s.kind === 'area') } },
    grid: { left: 56, right: 16, top: series.length > 1 ? 46 : 26, bottom: 34 },
    legend: {
      show: series.length > 1,
      type: 'scroll',
      // A line is shown in the legend as it is drawn, with its dashes.
      ...(series.some(({ kind }) => kind !== undefined)
        ? { icon: 'rect', itemWidth: 14 }
        : { itemWidth: 26, itemStyle: { opacity: 0 } }),
      itemHeight: 4,
      data: [...new Set(series.map(({ name }) => name))],
      left: 48,
      right: 16,
      top: 0,
      textStyle: { color: ink.second, fontFamily: MONO, fontSize: 10 },
      pageTextStyle: { color: ink.second },
      pageIconColor: ink.second,
      inactiveColor: ink.rule,
    },
    tooltip: {
      trigger: 'axis',
      backgroundColor: ink.panel,
      borderColor: ink.rule,
      textStyle: { color: ink.text, fontFamily: MONO, fontSize: 11 },
      formatter: (hovered: unknown) => tooltipOf(data, hovered as readonly Hovered[]),
      axisPointer: {
        lineStyle: { color: ink.second },
        label: { formatter: ({ value }: { value: unknown }) => shown(Number(value)) },
      },
    },
    xAxis: {
      type: 'value',
      name: `${x.label}${unitOf(x)}`,
      nameLocation: 'middle',
      nameGap: 20,
      nameTextStyle: { color: ink.faint },
      min: x.values[0],
      max: x.values[x.values.length - 1],
      splitLine: { show: false },
      axisLabel: label,
      ...axis,
    },
    yAxis: {
      type: 'value',
      name: units.filter((unit) => unit !== '').join(', '),
      nameTextStyle: { color: ink.faint, align: 'left' },
      nameGap: 8,
      splitLine: { lineStyle: { color: ink.rule, opacity: 0.6 } },
      axisLabel: label,
      scale: false,
      ...axis,
    },
    series: lines.map((one, i) =>
      i === 0 && guides.length > 0
        ? {
            ...one,
            markLine: {
              silent: true,
              symbol: 'none',
              animation: false,
              label: { color: ink.second, fontSize: 10 },
              data: guides,
            },
          }
        : one,
    ),
  };
}

const quoted = (text: string) => (/[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

/** The numbers of a chart as CSV: one line a place on its axis, with units in the heads (RFC 4180). */
export function csvOf({ x, series: all }: ChartData): string {
  const series = all.filter(({ at }) => at === undefined);
  const head = [x, ...series.map(({ name, unit }) => ({ label: name, unit }))].map(({ label, unit }) =>
    quoted(unit ? `${label} (${unit})` : label),
  );
  const lines = [head.join(',')];
  for (let i = 0; i < x.values.length; i++)
    lines.push(
      [x.values[i]!, ...series.map(({ values }) => values[i]!)]
        .map((n) => (Number.isFinite(n) ? String(n) : ''))
        .join(','),
    );
  return `${lines.join('\r\n')}\r\n`;
}

/** A chart as it is kept: nothing but plain lists. */
export const plainly = (data: ChartData): ChartData => ({
  sort: data.sort,
  title: data.title,
  x: { ...data.x, values: Array.from(data.x.values) },
  series: data.series
    .filter(({ at }) => at === undefined)
    .map((series) => ({ ...series, values: Array.from(series.values) })),
});

/** A chart with a kept one of its sort laid over it, dotted; areas are laid over as their lines. */
export const comparedWith = (data: ChartData, kept: ChartData): ChartData => ({
  ...data,
  series: [
    ...data.series,
    ...kept.series.map(
      ({ name, unit, values }): Series => ({ name: `kept: ${name}`, unit, values, at: kept.x.values, quiet: true }),
    ),
  ],
});
