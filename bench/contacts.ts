import { completeScene, type Written } from '../core/scene/read';
import type { KernelBackend } from '../core/sim/stack/stack';
import type { Simulation } from '../core/sim/step/simulation';
import { makeKernel } from '../kernel/kernel';
import { aged, burstRun, fiveFields, putTo } from './five-fields';
import { Calm, inTurn, tell } from './measure';
import { runWith } from './run-with';

/** Particles of each case, and the frames until they lie still. */
const COUNT = 20_000;
const SETTLED = 72;
/** Frames that are measured together. */
const FRAMES = 4;

/** Colliders that are measured, each so that what falls on it lies there. */
export const COLLIDERS: readonly (readonly [string, Written])[] = [
  ['a plane', { shape: { kind: 'plane' } }],
  ['a box', { shape: { kind: 'box', width: 6, depth: 6 } }],
  ['a ball', { shape: { kind: 'ball', radius: 200 }, transform: { position: [0, -200, 0] } }],
  [
    'a rod',
    { shape: { kind: 'rod', radius: 200, length: 8 }, transform: { position: [0, -200, 0], rotation: [90, 0, 0] } },
  ],
  [
    'a wall, lying',
    {
      shape: {
        kind: 'wall',
        height: 8,
        points: [
          [-4, 0, 0],
          [4, 0, 0],
        ],
      },
      transform: { position: [0, 0, -4], rotation: [90, 0, 0] },
    },
  ],
  ['a mesh of 20 000 faces', { shape: { kind: 'mesh', mesh: 'm' } }],
];

/** Particles that fall on a collider from a card above it, or from one that is far beside it. */
export function contactScene(collider: Written | undefined, far: boolean, count = COUNT) {
  return completeScene({
    name: 'Bench',
    meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 100 } }],
    emitters: [
      {
        id: 'e',
        name: 'E',
        shape: { kind: 'card', width: 4, depth: 4 },
        transform: { position: far ? [0, 5000, 0] : [0, 3, 0] },
        emission: [{ kind: 'burst', count }],
        birth: { life: 1000, speed: 0 },
      },
    ],
    fields: [{ id: 'g', name: 'G', settings: { kind: 'gravity' } }],
    colliders: collider ? [{ id: 'c', name: 'C', ...collider }] : [],
  });
}

/** Nanoseconds a particle and step of the frames that follow. */
const timed = (run: Simulation) => () => {
  const begin = performance.now();
  for (let i = 0; i < FRAMES; i++) run.advance();
  return ((performance.now() - begin) * 1e6) / (FRAMES * run.populations[0]!.count);
};

/** A run of the scene, as old as it is measured. */
function settled(backend: KernelBackend, collider: Written | undefined, far: boolean): Simulation {
  const run = runWith(backend, contactScene(collider, far));
  while (run.frame < (far ? 2 : SETTLED)) run.advance();
  return run;
}

/**
 * Contacts by the kernel, one thread, beside the five-field stack: particles that lie on each sort of collider, and such
 * that are far from it; nanoseconds a particle and step, the rest of the step taken off.
 */
export async function benchContacts(): Promise<void> {
  const kernel = makeKernel();
  const stack = burstRun(fiveFields(), 100_000, undefined, kernel);
  const moment = aged(stack);
  const cases: Record<string, () => number> = {
    u() {
      putTo(moment, stack);
      return timed(stack)();
    },
    none: timed(settled(kernel, undefined, true)),
  };
  for (const [name, collider] of COLLIDERS) {
    cases[`on ${name}`] = timed(settled(kernel, collider, false));
    cases[`far from ${name}`] = timed(settled(kernel, collider, true));
  }
  const calm = new Calm();
  const found = await inTurn(cases, calm);
  const { u = NaN, none = NaN } = found;
  tell({ case: 'u: the five-field stack', nanosecondsAParticleAndStep: u });
  for (const [name] of COLLIDERS)
    for (const where of ['on', 'far from']) {
      const own = found[`${where} ${name}`]! - none;
      tell({ case: `contact: ${where} ${name}`, particles: COUNT, nanoseconds: own, u: own / u });
    }
  calm.tell();
}
