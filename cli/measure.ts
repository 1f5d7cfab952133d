import type { Vector } from '../core/lib/math/vector';
import { probe } from '../core/measure/probe';
import { lookup, Purpose, streamOf, varied } from '../core/lib/random/lookup';
import type { Emitter, Scene } from '../core/document/scene';
import { startKernelBackend } from '../kernel/use-kernel';
import { UsageError } from './arguments';
import { openScene } from './open-scene';

export interface MeasureOptions {
  readonly frame: number;
  readonly at: Vector;
  readonly velocity: Vector;
  readonly emitter: string | undefined;
  /** The particle whose mass and drag are looked up where they are not given. */
  readonly key: number | undefined;
  readonly age: number;
  readonly mass: number | undefined;
  readonly drag: number | undefined;
}

function emitterOf(scene: Scene, wanted: string | undefined): Emitter {
  const ids = scene.emitters.map((e) => e.id);
  const found =
    wanted === undefined ? scene.emitters[0] : scene.emitters.find((e) => e.id === wanted || e.name === wanted);
  if (!found)
    throw new UsageError(
      wanted === undefined
        ? `“${scene.name}” has no emitter`
        : `--emitter is “${wanted}”. Use one of ${ids.join(', ')}`,
    );
  return found;
}

/** `bathyclast measure`: what each field and the whole stack do at a point. */
export async function measure(name: string, options: MeasureOptions): Promise<void> {
  const { scene, assets } = await openScene(name);
  // What is measured is what particles are moved by.
  const { backend, refused } = startKernelBackend();
  if (refused !== undefined) throw new UsageError(refused);
  const emitter = emitterOf(scene, options.emitter);
  const stream = streamOf(scene.seed, emitter.seed);
  const hashRandom = (purpose: number) =>
    options.key === undefined ? 0.5 : lookup(stream, options.key, purpose) / 2 ** 32;
  const { birth } = emitter;
  const mass =
    options.mass ?? Math.max(birth.mass / 1000, varied(birth.mass, birth.massVariance, hashRandom(Purpose.mass)));
  const drag = options.drag ?? Math.max(0, varied(birth.drag, birth.dragVariance, hashRandom(Purpose.drag)));
  const { key, age, at: position, velocity } = options;
  const { fields, groups, total } = probe(
    scene,
    assets,
    options.frame,
    emitter,
    {
      position,
      velocity,
      mass,
      drag,
      age,
      ...(key === undefined ? {} : { key }),
    },
    backend,
  );
  const particle = {
    emitter: emitter.id,
    ...(options.key === undefined ? {} : { key: options.key }),
    age: options.age,
    mass,
    drag,
  };
  console.log(
    JSON.stringify(
      {
        scene: scene.name,
        frame: options.frame,
        at: options.at,
        velocity: options.velocity,
        particle,
        fields,
        groups,
        total,
      },
      null,
      2,
    ),
  );
}
