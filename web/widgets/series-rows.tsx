import { seriesParameters } from '../../core/document/descriptions';
import type { SceneGrid, SceneImage } from '../../core/document/scene';
import { editScene, useScene } from '../state/scene-store';
import { ParameterRows } from './parameter-rows';

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
  return (
    <ParameterRows
      description={seriesParameters}
      values={chosen}
      onChange={(name, to) => editScene((scene) => void Object.assign(scene[sort][at]!, { [name]: to }))}
    />
  );
}
