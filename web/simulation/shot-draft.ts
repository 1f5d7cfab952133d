import type { Assets } from '../../core/document/assets';
import type { Scene } from '../../core/document/scene';
import { boundsOf } from '../../core/measure/delivery';
import type { Bounds } from '../../core/measure/meters';
import { estimateRun } from '../../core/sim/step/estimate';
import { Simulation } from '../../core/sim/step/simulation';
import { WHOLE } from '../../core/sim/step/run';
import { pageBackend } from './page-backend';
import { ShotBounds } from './shot-bounds';

/** Particles of the draft at the end of the shot, about. */
const PARTICLES = 400;

/** Milliseconds for which a click may wait. A longer draft ends at the frame it has come to. */
const BUDGET = 150;

let kept: { readonly scene: Scene; readonly bounds: readonly Bounds[] } | undefined;

/** The boxes around each emitter’s particles over the shot, from a draft with few of them. */
export function draftOfShot(scene: Scene, assets: Assets): readonly Bounds[] {
  if (kept?.scene === scene) return kept.bounds;
  const { first, last } = scene.time;
  const draftFraction = Math.min(1, PARTICLES / Math.max(1, estimateRun(scene, assets, last).alive));
  const run = new Simulation(scene, assets, { portion: { ...WHOLE, draftFraction }, backend: pageBackend });
  const shot = new ShotBounds();
  const end = performance.now() + BUDGET;
  while (run.frame < last && performance.now() < end) {
    run.advance();
    if (run.frame >= first) shot.put(run.frame, run.populations.map(boundsOf));
  }
  kept = { scene, bounds: shot.over(first, last) };
  return kept.bounds;
}
