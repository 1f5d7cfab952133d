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
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { api } from '../../state/api';
import { fileStem, saveFile } from '../save-file';
import { useStage } from '../../simulation/stage';
import { openedScene } from '../../state/scene-store';
import { useScheme } from '../use-scheme';
import { inkOf } from './ink';
import { comparedWith, csvOf, optionOf, plainly, type ChartData } from './chart-data';

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

/** Charts of one sort that were kept with the scene. */
function useKept(sort: string) {
  const { id } = useStage();
  const queries = useQueryClient();
  const [compared, setCompared] = useState('');
  const [fault, setFault] = useState<string>();
  const { data: entries = [] } = useQuery({ queryKey: ['soundings', id], queryFn: () => api.logbook('sounding', id) });
  const kept = entries.filter((entry) => (entry.document as ChartData).sort === sort);
  const change = (what: Promise<unknown>) =>
    what.then(
      () => {
        setFault(undefined);
        return queries.invalidateQueries({ queryKey: ['soundings', id] });
      },
      (error: Error) => setFault(error.message),
    );
  return {
    kept,
    fault,
    compared: kept.find((entry) => entry.id === compared),
    compare: setCompared,
    keep: (data: ChartData) =>
      void change(
        api.keepEntry({
          scene: id,
          sceneName: openedScene().name,
          sort: 'sounding',
          title: data.title.slice(0, 120),
          note: '',
          tags: [],
          document: plainly(data),
        }),
      ),
    remove: (entry: string) => void change(api.removeEntry(entry)),
  };
}

/**
 * A chart in the look of the desk, whose numbers and drawing can be saved, and that can be kept with the scene and
 * compared with what was kept. A press along the axis is told.
 */
export function Chart({ data: measured, onPick }: { data: ChartData; onPick?: (x: number) => void }) {
  const { kept, fault, compared, compare, keep, remove } = useKept(measured.sort);
  const data = useMemo(
    () => (compared ? comparedWith(measured, compared.document as ChartData) : measured),
    [measured, compared],
  );
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType>(undefined);
  const pick = useRef(onPick);
  useEffect(() => void (pick.current = onPick), [onPick]);
  useEffect(() => {
    const made = init(box.current, undefined, { renderer: 'svg' });
    chart.current = made;
    const sizes = new ResizeObserver(() => made.resize());
    sizes.observe(box.current!);
    made.getZr().on('click', ({ offsetX, offsetY }) => {
      if (!made.containPixel('grid', [offsetX, offsetY])) return;
      const [x] = made.convertFromPixel('grid', [offsetX, offsetY]);
      if (x !== undefined) pick.current?.(x);
    });
    return () => {
      sizes.disconnect();
      made.dispose();
    };
  }, []);
  const scheme = useScheme();
  useEffect(() => {
    const option = optionOf(data, inkOf(box.current!, scheme));
    chart.current?.setOption(option, { notMerge: true, lazyUpdate: true });
  }, [data, scheme]);
  const stem = fileStem(data.title);
  return (
    <figure className="flex min-h-0 min-w-0 flex-1 flex-col" aria-label={data.title}>
      <figcaption className="flex items-baseline justify-between gap-2 px-3 pt-2">
        <span>{data.title}</span>
        <span className="flex items-baseline gap-3">
          {kept.length > 0 && (
            <select
              aria-label={`Compare with a kept chart: ${measured.title}`}
              className="num w-28 rounded-sm bg-transparent text-second hover:bg-raised"
              value={compared?.id ?? ''}
              onChange={(event) => compare(event.currentTarget.value)}
            >
              <option value="" className="bg-panel">
                compare …
              </option>
              {kept.map(({ id, created, title }) => (
                <option key={id} value={id} className="bg-panel">
                  {new Date(created).toLocaleString()}: {title}
                </option>
              ))}
            </select>
          )}
          {compared && (
            <button className="text-button" title="Deletes the kept chart" onClick={() => remove(compared.id)}>
              Delete it
            </button>
          )}
          <button
            className="text-button"
            title="Keeps this chart with the scene, to be compared with later ones"
            onClick={() => keep(measured)}
          >
            Keep
          </button>
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
      {fault !== undefined && (
        <p role="alert" className="px-3 text-signal">
          {fault}
        </p>
      )}
      <div ref={box} className="min-h-0 flex-1" />
    </figure>
  );
}
