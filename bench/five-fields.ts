import { completeScene, type Written } from '../core/scene/complete';
import { twins } from '../core/stack/twins';
import { Simulation, WHOLE } from '../core/step/simulation';

/** The five-field stack: gravity, a wind that carries, a vortex and an attractor in balls, turbulence of so many octaves. */
export const fiveFields = (octaves = 1): readonly Written[] => [
  { settings: { kind: 'gravity' }, strength: 1 },
  { settings: { kind: 'wind' }, strength: 0.5 },
  { settings: { kind: 'vortex' }, strength: 1, extent: { kind: 'ball', core: 2, reach: 6 } },
  { settings: { kind: 'attractor' }, strength: 0.5, extent: { kind: 'ball', core: 2, reach: 6 } },
  { settings: { kind: 'turbulence', octaves }, strength: 1 },
];

/** A run of so many particles that live on, all there from the start, or of a slice of them. */
export function burstRun(fields: readonly Written[], count: number, portion = WHOLE): Simulation {
  const scene = completeScene({
    name: 'Bench',
    emitters: [
      {
        id: 'e',
        name: 'E',
        shape: { kind: 'ball', radius: 1 },
        amounts: [{ kind: 'burst', count }],
        birth: { life: 1e6, drag: 0.5, speed: 0 },
      },
    ],
    fields: fields.map((field, i) => ({ id: `f${i}`, name: `F${i}`, ...field })),
  });
  return new Simulation(scene, new Map(), portion, undefined, twins()?.room);
}
