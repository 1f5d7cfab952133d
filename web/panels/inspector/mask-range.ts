import { dialsOf } from '../../../core/document/dials';
import { useMemo } from 'react';
import type { Kinded } from '../../../core/document/registry';
import { masks } from '../../../core/kinds/masks';
import { streamOf, mix, uniform } from '../../../core/lib/random/lookup';
import type { Assets } from '../../../core/document/assets';
import type { Emitter, Scene } from '../../../core/document/scene';
import { resourcesOf } from '../../../core/scene/resources';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { birthPlace } from '../../../core/kinds/emitter-shapes/shape';
import { keptByMasks, type KeptByMasks } from '../../../core/measure/kept-by-masks';
import { useAssets } from '../../simulation/scene-assets';
import { useSceneOf } from '../../state/scene-store';

const PLACES = 3000;
/** Bars of the histogram. */
export const BINS = 48;

/** How often each value occurs of what a mask looks at. */
export interface MaskRange {
  readonly low: number;
  readonly high: number;
  /** Of {@link BINS} even steps from low to high. */
  readonly counts: readonly number[];
  readonly label: string;
  readonly unit: string;
}

/** What a mask looks at, over places all over an emitter's shape; undefined where the shape has none. */
function maskRange(
  scene: Pick<Scene, 'meshes' | 'weightMaps' | 'images' | 'grids' | 'seed' | 'time' | 'dials'>,
  assets: Assets,
  emitter: Pick<Emitter, 'shape' | 'seed'>,
  mask: Kinded,
  row: number,
): MaskRange | undefined {
  const kind = masks.get(mask.kind);
  const resources = resourcesOf(scene, assets);
  const shape = shapes.get(emitter.shape.kind);
  const sample = shape.sampler(emitter.shape, resources);
  const value = kind.measures.value({
    values: mask,
    stream: mix(streamOf(scene.seed, emitter.seed) + row),
    resources,
    surface: shape.surface?.(emitter.shape, resources),
    fps: scene.time.fps,
    dials: dialsOf(scene),
  });
  const time = scene.time.first / scene.time.fps;
  const place = birthPlace();
  const values: number[] = [];
  for (let i = 1; i <= PLACES; i++)
    if (sample({ pick: (n) => uniform(9, i, 32 + n), k: i, time: 0 }, place)) values.push(value(place, time));
  if (values.length === 0 || values.some(Number.isNaN)) return undefined;
  const low = Math.min(...values);
  const high = Math.max(...values);
  const counts = new Array<number>(BINS).fill(0);
  for (const v of values) counts[Math.min(BINS - 1, Math.floor(((v - low) / (high - low || 1)) * BINS))]!++;
  return { low, high, counts, label: kind.measures.label, unit: kind.measures.unit };
}

/** The same for one of the scene's masks, counted anew only where that changes it: the limits themselves do not. */
export function useMaskRange(emitter: Emitter, mask: Kinded, row: number): MaskRange | undefined {
  const meshes = useSceneOf((scene) => scene.meshes);
  const weightMaps = useSceneOf((scene) => scene.weightMaps);
  const images = useSceneOf((scene) => scene.images);
  const grids = useSceneOf((scene) => scene.grids);
  const seed = useSceneOf((scene) => scene.seed);
  const time = useSceneOf((scene) => scene.time);
  const dials = useSceneOf((scene) => scene.dials);
  const { assets } = useAssets();
  const { shape, seed: own } = emitter;
  const counted = JSON.stringify({ ...mask, low: 0, high: 0, lowRamp: 0, highRamp: 0, invert: false });
  return useMemo(
    () =>
      maskRange(
        { meshes, weightMaps, images, grids, seed, time, dials },
        assets,
        { shape, seed: own },
        JSON.parse(counted) as Kinded,
        row,
      ),
    [counted, shape, own, meshes, weightMaps, images, grids, assets, seed, time, dials, row],
  );
}

/** A new mask, with the range that its shape has as limits and a little more: it thins nothing out. */
export function newMask(scene: Scene, assets: Assets, emitter: Emitter, kind: string): Kinded {
  const mask = masks.defaults(kind);
  const range = maskRange(scene, assets, emitter, mask, emitter.masks.length);
  // What has ends by nature is not cut there; of the others the range is that of the shape.
  if (!range || !['height', 'hollows'].includes(kind)) return mask;
  // Not all places have been looked at: to the next of some fifty steps beyond.
  const step = 10 ** Math.round(Math.log10((range.high - range.low) / 50 || 1));
  const at = (steps: number) => Number((steps * step).toPrecision(6));
  return { ...mask, low: at(Math.floor(range.low / step) - 1), high: at(Math.ceil(range.high / step) + 1) };
}

/** How many births the masks of an emitter leave, counted anew only where that changes. */
export function useKeptByMasks({ shape, seed: own, masks: all, rejectedBirths }: Emitter): KeptByMasks | undefined {
  const meshes = useSceneOf((scene) => scene.meshes);
  const weightMaps = useSceneOf((scene) => scene.weightMaps);
  const images = useSceneOf((scene) => scene.images);
  const grids = useSceneOf((scene) => scene.grids);
  const seed = useSceneOf((scene) => scene.seed);
  const time = useSceneOf((scene) => scene.time);
  const dials = useSceneOf((scene) => scene.dials);
  const { assets } = useAssets();
  return useMemo(
    () =>
      keptByMasks(
        { meshes, weightMaps, images, grids, seed, time, dials },
        { shape, seed: own, masks: all, rejectedBirths },
        assets,
        time.first / time.fps,
      ),
    [meshes, weightMaps, images, grids, seed, time, dials, assets, shape, own, all, rejectedBirths],
  );
}
