import type { KernelBackend } from '../../sim/stack/stack';
import { apart } from '../health';
import { Census, type CensusEntry } from '../census';
import type { Assets } from '../../document/assets';
import type { Scene } from '../../document/scene';
import { WHOLE } from '../../sim/step/run';
import { Simulation } from '../../sim/step/simulation';

/** What trials are ordered by. */
export const MEASURES = {
  speed: { label: 'mean speed', unit: 'm/s', of: ({ spreads }: CensusEntry) => spreads.speed!.mean },
  spread: { label: 'spread', unit: 'm', of: ({ scatter }: CensusEntry) => scatter },
  coverage: { label: 'coverage', unit: 'of the picture', of: ({ coverage }: CensusEntry) => coverage },
  alive: { label: 'alive', unit: '', of: ({ alive }: CensusEntry) => alive },
  height: { label: 'mean height', unit: 'm', of: ({ spreads }: CensusEntry) => spreads.height!.mean },
  energy: { label: 'kinetic energy', unit: 'J', of: ({ energy }: CensusEntry) => energy },
} as const;

export type Measure = keyof typeof MEASURES | 'difference';
export const MEASURE_NAMES: readonly Measure[] = [
  ...(Object.keys(MEASURES) as (keyof typeof MEASURES)[]),
  'difference',
];

/**
 * What a trial’s particles come to on a frame; `difference` is the root mean square distance to those of the scene as
 * it is, metres.
 */
export type Measured = Readonly<Record<Measure, number>>;

/** The measures of a run, beside a run of the scene as it is. NaN where there is nothing to measure. */
export function measuredOf(scene: Scene, assets: Assets, run: Simulation, current: Simulation): Measured {
  const entry = new Census(scene, assets).take(run);
  const of = Object.fromEntries(Object.entries(MEASURES).map(([name, measure]) => [name, measure.of(entry)]));
  const { compared, rms } = apart(run, current);
  return { ...(of as Omit<Measured, 'difference'>), difference: compared > 0 ? rms : NaN };
}

/** Runs a scene from its start to a frame, with a share of its particles. */
export function runTrial(
  scene: Scene,
  assets: Assets,
  draftFraction: number,
  frame: number,
  backend?: KernelBackend,
): Simulation {
  const run = new Simulation(scene, assets, { portion: { ...WHOLE, draftFraction }, backend });
  while (run.frame < frame) run.advance();
  return run;
}
