import { meshOfScene } from './scene-meshes';
import type { FieldResources } from '../kinds/contracts/field';
import type { LevelImage } from '../lib/images/level-image';
import { gridOf, imageOf, type Assets } from '../document/assets';
import type { Scene } from '../document/scene';

/** The parts of a scene that its shapes and fields are made from, beside themselves. */
type Made = Pick<Scene, 'meshes' | 'images' | 'time'>;

/** An image of a scene, with the pictures of its series; undefined where one of them is not there. */
function imageOfScene({ images, time }: Made, assets: Assets, hash: string): LevelImage | undefined {
  const first = imageOf(assets, hash);
  const entry = images.find((image) => image.hash === hash);
  if (!first || !entry || entry.series.length === 0) return first;
  const pictures = [first];
  for (const next of entry.series) {
    const picture = imageOf(assets, next);
    if (!picture) return undefined;
    pictures.push(picture);
  }
  const { seriesStart: start, framesEach, outsideSeries: outside } = entry;
  return { ...first, series: { pictures, fps: time.fps, start, framesEach, outside } };
}

/** What the shapes and fields of a scene are made from. */
export function resourcesOf(scene: Made, assets: Assets): FieldResources {
  return {
    mesh: (id) => meshOfScene(scene, assets, id),
    image: (hash) => imageOfScene(scene, assets, hash),
    grid: (hash) => gridOf(assets, hash),
  };
}
