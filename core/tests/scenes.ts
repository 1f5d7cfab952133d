import type { Values } from '../document/parameters';
import { completeScene, type Written } from '../scene/read';
import { SCENE_FORMAT, SCENE_VERSION, type Scene } from '../document/scene';
import { Simulation, type Simulation as Run } from '../sim/step/simulation';

interface Parts {
  readonly emitter?: Written;
  /** Emitters beside the first. */
  readonly others?: readonly Written[];
  readonly fields?: readonly Written[];
  readonly time?: Written;
  readonly groups?: readonly Written[];
  readonly meshes?: readonly Written[];
  readonly weightMaps?: readonly Written[];
  readonly colliders?: readonly Written[];
  readonly zones?: readonly Written[];
  readonly carriers?: readonly Written[];
}

/** A document for tests: one emitter `e`, over which any part can be written. */
export function testDocument({ emitter = {}, others = [], fields = [], time = {}, ...more }: Parts = {}): Written {
  const first = {
    id: 'e',
    name: 'E',
    shape: { kind: 'point' },
    emission: [{ kind: 'burst', count: 1, frame: 0 }],
    ...emitter,
  };
  return {
    format: SCENE_FORMAT,
    version: SCENE_VERSION,
    name: 'Test',
    ...more,
    time: { fps: 24, first: 0, last: 100000, ...time },
    emitters: [first, ...others],
    fields: fields.map((field, i) => ({ id: `f${i}`, name: `F${i}`, ...field })),
  };
}

/** The scene of such a document, which must be sound. */
export const testScene = (parts: Parts = {}): Scene => completeScene(testDocument(parts));

interface Emitting {
  readonly emitters: readonly { readonly emission: readonly Values[] }[];
}

/** A scene with a part of its births, for tests that are as good with fewer particles. */
export const sparse = <S extends Emitting>(scene: S, part: number): S => ({
  ...scene,
  emitters: scene.emitters.map((emitter) => ({
    ...emitter,
    emission: emitter.emission.map(({ rate, count, ...amount }) => ({
      ...amount,
      ...(typeof rate === 'number' && { rate: rate * part }),
      ...(typeof count === 'number' && { count: Math.ceil(count * part) }),
    })),
  })),
});

/** A particle thrown from the origin, without drag and with a long life. */
export const thrown = (velocity: readonly [number, number, number], birth: Written = {}): Written => ({
  birth: {
    life: 1e4,
    speed: Math.hypot(...velocity),
    launchDirection: 'direction',
    direction: velocity,
    mass: 1,
    drag: 0,
    ...birth,
  },
});

/** Runs a scene on to a frame. */
export function runTo(scene: Scene, frame: number): Run {
  const simulation = new Simulation(scene, new Map());
  while (simulation.frame < frame) simulation.advance();
  return simulation;
}

/** Position and velocity of the only particle of a run. */
export function only(run: Run): { x: number; y: number; z: number; vx: number; vy: number; vz: number } {
  const [population] = run.populations;
  if (population!.count !== 1) throw new Error(`There are ${population!.count} particles.`);
  return Object.fromEntries(
    (['x', 'y', 'z', 'vx', 'vy', 'vz'] as const).map((name) => [name, population!.columns[name][0]!]),
  ) as ReturnType<typeof only>;
}

/** Pearson's χ² of counts against equal expectation. */
export function chiSquare(counts: readonly number[]): number {
  const mean = counts.reduce((a, b) => a + b, 0) / counts.length;
  return counts.reduce((sum, n) => sum + (n - mean) ** 2 / mean, 0);
}

/** Counts of values in [low, high] in 20 equal bins. */
export function binned(values: readonly number[], low: number, high: number): number[] {
  const counts = new Array<number>(20).fill(0);
  for (const v of values) counts[Math.min(19, Math.max(0, Math.floor(((v - low) / (high - low)) * 20)))]!++;
  return counts;
}
