import { BarChart, LineChart } from 'echarts/charts';
import {
  AriaComponent,
  GridComponent,
  LegendComponent,
  LegendScrollComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components';
import { init, use, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { fileStem, saveFile } from '../parts/save-file';
import { csvOf, optionOf, type ChartData } from './chart-data';

use([
  LineChart,
  BarChart,
  GridComponent,
  LegendComponent,
  LegendScrollComponent,
  MarkLineComponent,
  TooltipComponent,
  AriaComponent,
  SVGRenderer,
]);

/** A chart in the look of the desk, whose numbers and drawing can be saved. A press along the axis is told. */
export function Chart({ data, onPick }: { data: ChartData; onPick?: (x: number) => void }) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType>(undefined);
  const pick = useRef(onPick);
  pick.current = onPick;
  useEffect(() => {
    const made = init(box.current, undefined, { renderer: 'svg' });
    chart.current = made;
    const sizes = new ResizeObserver(() => made.resize());
    sizes.observe(box.current!);
    made.getZr().on('click', ({ offsetX, offsetY }) => {
      if (!made.containPixel('grid', [offsetX, offsetY])) return;
      const [x] = made.convertFromPixel('grid', [offsetX, offsetY]) as number[];
      if (x !== undefined) pick.current?.(x);
    });
    return () => {
      sizes.disconnect();
      made.dispose();
    };
  }, []);
  useEffect(() => chart.current?.setOption(optionOf(data), { notMerge: true, lazyUpdate: true }), [data]);
  const stem = fileStem(data.title);
  return (
    <figure className="flex min-h-0 min-w-0 flex-1 flex-col" aria-label={data.title}>
      <figcaption className="flex items-baseline justify-between gap-2 px-3 pt-2">
        <span>{data.title}</span>
        <span className="flex gap-3">
          <button
            className="text-button"
            title="The numbers of this chart"
            onClick={() => saveFile(csvOf(data), `${stem}.csv`, 'text/csv')}
          >
            CSV
          </button>
          <button
            className="text-button"
            title="The drawing of this chart"
            onClick={() => saveFile(chart.current!.renderToSVGString(), `${stem}.svg`, 'image/svg+xml')}
          >
            SVG
          </button>
        </span>
      </figcaption>
      <div ref={box} className="min-h-0 flex-1" />
    </figure>
  );
}
