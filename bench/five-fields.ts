import { completeScene, type Written } from '../core/scene/read';
import type { KernelBackend } from '../core/sim/stack/stack';
import { WHOLE } from '../core/sim/step/run';
import { Simulation } from '../core/sim/step/simulation';

/**
 * The five-field stack: gravity, a wind that carries, a vortex and an attractor in balls, turbulence of so many
 * octaves.
 */
export const fiveFields = (octaves = 1): readonly Written[] => [
  { settings: { kind: 'gravity' }, strength: 1 },
  { settings: { kind: 'wind' }, strength: 0.5 },
  { settings: { kind: 'vortex' }, strength: 1, falloff: { kind: 'ball', inner: 2, outer: 6 } },
  { settings: { kind: 'attractor' }, strength: 0.5, falloff: { kind: 'ball', inner: 2, outer: 6 } },
  { settings: { kind: 'turbulence', octaves }, strength: 1 },
];

/** A run of so many particles that live on, all there from the start, or of a slice of them. */
export function burstRun(
  fields: readonly Written[],
  count: number,
  portion = WHOLE,
  backend?: KernelBackend,
): Simulation {
  const scene = completeScene({
    name: 'Bench',
    emitters: [
      {
        id: 'e',
        name: 'E',
        shape: { kind: 'ball', radius: 1 },
        emission: [{ kind: 'burst', count }],
        birth: { life: 1e5, drag: 0.5, speed: 0 },
      },
    ],
    fields: fields.map((field, i) => ({ id: `f${i}`, name: `F${i}`, ...field })),
  });
  return new Simulation(scene, new Map(), { portion, backend, room: backend?.room });
}

const MOVED = ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const;

/** Where particles are and how fast, by column. */
export type Moment = readonly Float32Array[];

/**
 * Frames before a run is as it is measured: turbulence has taken hold, and particles are still where all fields are.
 */
const AGE = 20;

/** Lets a run grow as old as it is measured at. */
export function aged(run: Simulation): Moment {
  for (let i = 0; i < AGE; i++) run.advance();
  const { columns, count } = run.populations[0]!;
  return MOVED.map((name) => columns[name].slice(0, count));
}

/** Puts the particles of a run to where they are at a moment, so that each round does the same. */
export function putTo(moment: Moment, run: Simulation): void {
  MOVED.forEach((name, c) => run.populations[0]!.columns[name].set(moment[c]!));
}
