import { meshOfScene } from './scene-meshes';
import { weightsOfScene } from './scene-weights';
import type { FieldResources } from '../kinds/contracts/field';
import type { LevelImage } from '../lib/images/level-image';
import { gridOf, imageOf, type Assets } from '../document/assets';
import type { VectorGrid } from '../lib/grids/vector-grid';
import type { Scene, SceneGrid, SceneImage } from '../document/scene';

/** The parts of a scene that its shapes and fields are made from, beside themselves. */
type Made = Pick<Scene, 'meshes' | 'weightMaps' | 'images' | 'grids' | 'time'>;

/** A file of a scene that may be a series. */
type Entry = SceneImage | SceneGrid;

/**
 * The files of a series after its first, and their timing; undefined where it is none, or one of them is not there.
 */
function seriesOf<T>({ series, ...entry }: Entry, fps: number, find: (hash: string) => T | undefined) {
  const others = series.map(find).filter((one) => one !== undefined);
  const { seriesStart: start, framesEach, outsideSeries: outside } = entry;
  return others.length === series.length ? { others, timing: { fps, start, framesEach, outside } } : undefined;
}

/** An image of a scene, with the pictures of its series; undefined where one of them is not there. */
function imageOfScene({ images, time }: Made, assets: Assets, hash: string): LevelImage | undefined {
  const first = imageOf(assets, hash);
  const entry = images.find((image) => image.hash === hash);
  if (!first || !entry || entry.series.length === 0) return first;
  const series = seriesOf(entry, time.fps, (next) => imageOf(assets, next));
  return series && { ...first, series: { ...series.timing, pictures: [first, ...series.others] } };
}

/** The same of a grid. */
function gridOfScene({ grids, time }: Made, assets: Assets, hash: string): VectorGrid | undefined {
  const first = gridOf(assets, hash);
  const entry = grids.find((one) => one.hash === hash);
  if (!first || !entry || entry.series.length === 0) return first;
  const series = seriesOf(entry, time.fps, (next) => gridOf(assets, next));
  return series && { ...first, series: { ...series.timing, grids: [first, ...series.others] } };
}

/** What the shapes and fields of a scene are made from. */
export function resourcesOf(scene: Made, assets: Assets): FieldResources {
  return {
    mesh: (id) => meshOfScene(scene, assets, id),
    weights: (id) => weightsOfScene(scene, assets, id),
    image: (hash) => imageOfScene(scene, assets, hash),
    grid: (hash) => gridOfScene(scene, assets, hash),
  };
}
