import { create } from 'zustand';
import { brushParameters } from '../../core/document/descriptions';
import { defaultsOf, typed } from '../../core/document/parameters';
import { MOST, type WeightMap } from '../../core/document/scene';
import { withoutWeightMap } from '../../core/scene/detach';
import { freeIdentity } from '../../core/scene/free-identity';
import { pointsIn } from '../../core/scene/forms/weight-map';
import { weightMapParameters } from '../../core/document/descriptions';
import type { Brush, Stroke } from '../../core/lib/weights/stroke';
import type { Painting } from '../../core/lib/weights/painting';
import { changeScene, editScene, openedScene } from './scene-store';

interface WeightPainting {
  /** The weight map that is painted in the view; undefined for none. */
  readonly id: string | undefined;
  readonly brush: Brush;
  /** Its weights while it is painted. */
  readonly painting: Painting | undefined;
  /** The stroke that was laid last by hand: those weights have it already. */
  readonly laid: Stroke | undefined;
}

/** Painting of weights in the view. The brush is kept from one map to the next. */
export const useWeightPainting = create<WeightPainting>(() => ({
  id: undefined,
  brush: typed(brushParameters, defaultsOf(brushParameters)),
  painting: undefined,
  laid: undefined,
}));

/** Begins to paint a weight map. */
export const beginPainting = (id: string): void => useWeightPainting.setState({ id });

/** Ends painting. */
export const endPainting = (): void => useWeightPainting.setState({ id: undefined, painting: undefined });

/** Changes a number of the brush. */
export const setBrush = (change: Partial<Brush>): void =>
  useWeightPainting.setState(({ brush }) => ({ brush: { ...brush, ...change } }));

/** Adds a weight map to the scene, on a mesh where one is given; returns its id. */
export function addWeightMap(mesh: string): string {
  const { weightMaps } = openedScene();
  const map: WeightMap = {
    ...typed(weightMapParameters, defaultsOf(weightMapParameters)),
    ...(mesh !== '' && { surface: 'mesh', mesh }),
    ...freeIdentity('w', 'Weights', weightMaps),
    strokes: [],
  };
  editScene((scene) => void scene.weightMaps.push(map as (typeof scene.weightMaps)[number]));
  return map.id;
}

/** Changes a weight map. */
export function changeWeightMap(id: string, change: (map: WeightMap) => WeightMap): boolean {
  return changeScene((scene) => ({
    ...scene,
    weightMaps: scene.weightMaps.map((map) => (map.id === id ? change(map) : map)),
  }));
}

/** Points that a weight map has room for. */
export const roomIn = (map: WeightMap): number =>
  map.strokes.length >= MOST.strokes ? 0 : MOST.strokePoints - pointsIn(map);

/** Lays a stroke on a weight map. */
export function addStroke(id: string, stroke: Stroke): void {
  useWeightPainting.setState({ laid: stroke });
  changeWeightMap(id, (map) => ({ ...map, strokes: [...map.strokes, stroke] }));
}

/** Takes a weight map out of the scene, and out of all that reads it. */
export function removeWeightMap(id: string): void {
  if (useWeightPainting.getState().id === id) endPainting();
  changeScene((scene) => withoutWeightMap(scene, id));
}
