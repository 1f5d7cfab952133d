import { seriesParameters } from '../../core/document/descriptions';
import type { SceneGrid, SceneImage } from '../../core/document/scene';
import { editScene, useScene } from '../state/scene-store';
import { Choice, LabelledRow } from './labelled-row';
import { NumberRow } from './number-field';

/** An image or grid of the scene in a list: a series says of how many files. */
export const seriesItem = ({ hash, name, series }: SceneImage | SceneGrid) => ({
  hash,
  name: series.length > 0 ? `${name}, ${series.length + 1} files` : name,
});

/** When the files of a series have their turn; nothing for an image or grid that is none. */
export function SeriesRows({ sort, hash }: { sort: 'images' | 'grids'; hash: string }) {
  const list: readonly (SceneImage | SceneGrid)[] = useScene()[sort];
  const at = list.findIndex((one) => one.hash === hash);
  const chosen = list[at];
  if (!chosen || chosen.series.length === 0) return null;
  const set = (part: Partial<SceneImage>) => editScene((scene) => void Object.assign(scene[sort][at]!, part));
  const { seriesStart, framesEach, outsideSeries: outside } = seriesParameters;
  return (
    <>
      <NumberRow
        label={seriesStart.label}
        value={chosen.seriesStart}
        parameter={seriesStart}
        onChange={(to) => set({ seriesStart: to })}
      />
      <NumberRow
        label={framesEach.label}
        value={chosen.framesEach}
        parameter={framesEach}
        onChange={(to) => set({ framesEach: to })}
      />
      <LabelledRow label={outside.label} help={outside.help}>
        <Choice
          label={outside.label}
          value={chosen.outsideSeries}
          options={outside.options}
          onChange={(to) => {
            const found = outside.options.find(({ value }) => value === to);
            if (found) set({ outsideSeries: found.value });
          }}
        />
      </LabelledRow>
    </>
  );
}
