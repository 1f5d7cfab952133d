import type { Scene } from '../core/document/scene';
import { completeScene, type Written } from '../core/scene/read';
import { nodePool } from '../engine/node-pool';
import { tell } from './measure';

const COUNT = 1_000_000;
const FLOCK = 100_000;
/** Frames before those that are measured, and how many are. */
const BEFORE = 2;
const MEASURED = 4;

/** What can be taken out of the scene, to see what it costs. */
export const PARTS = ['path', 'grid', 'texture', 'formula', 'mesh', 'flock'] as const;
type Part = (typeof PARTS)[number];

const onlySwarm = { sends: { many: 0 } };
const notSwarm = { sends: { swarm: 0 } };

const FIELDS: Readonly<Record<Exclude<Part, 'mesh'>, Written>> = {
  path: {
    settings: { kind: 'path', form: 'circle', pathRadius: 1 },
    actsAs: 'flow',
    strength: 0.4,
    ...notSwarm,
  },
  grid: {
    settings: { kind: 'grid', group: 'gusts', width: 6, height: 6, depth: 6 },
    actsAs: 'acceleration',
    ...notSwarm,
  },
  texture: {
    settings: { kind: 'texture', pattern: 'rings', outside: 'tile', thickness: 4 },
    strength: 0.5,
    ...notSwarm,
  },
  formula: {
    settings: { kind: 'formula', output: 'vector', fx: 'sin(3 × y)', fy: '0.2 × cos(x)', fz: 'cos(2 × x)' },
    strength: 0.5,
    ...notSwarm,
  },
  flock: { settings: { kind: 'flock' }, ...onlySwarm },
};

/** A million particles under rarer fields, and a flock beside them; with fewer, for a test. */
export function wholeScene(without?: Part, share = 1): Scene {
  const fields = Object.entries(FIELDS).filter(([part]) => part !== without);
  return completeScene({
    name: 'Bench',
    time: { last: 100 },
    meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 100 } }],
    emitters: [
      {
        id: 'many',
        name: 'Many',
        shape: { kind: 'box', width: 3, height: 2, depth: 3 },
        transform: { position: [0, 1.3, 0] },
        emission: [{ kind: 'burst', count: COUNT * share }],
        birth: { life: 1000, drag: 0.8, speed: 0 },
      },
      {
        id: 'swarm',
        name: 'Swarm',
        shape: { kind: 'box', width: 8, height: 4, depth: 8 },
        transform: { position: [0, 8, 0] },
        emission: [{ kind: 'burst', count: without === 'flock' ? 1 : FLOCK * share }],
        birth: { life: 1000, speed: 0.5, spread: 180 },
      },
    ],
    groups: [{ id: 'gusts', name: 'Gusts', mute: true }],
    fields: [
      { settings: { kind: 'gravity' }, strength: 0.4 },
      { settings: { kind: 'turbulence', octaves: 2 }, strength: 0.6, group: 'gusts' },
      { settings: { kind: 'vortex' }, actsAs: 'acceleration', strength: 0.5, group: 'gusts' },
      ...fields.map(([, field]) => field),
    ].map((field, i) => ({ id: `f${i}`, name: `F${i}`, ...field })),
    colliders: without === 'mesh' ? [] : [{ id: 'c', name: 'C', shape: { kind: 'mesh', mesh: 'm' } }],
  });
}

/** Milliseconds a frame, with so many threads. */
async function timed(scene: Scene, threads: number): Promise<number> {
  const pool = nodePool(threads);
  const times = new Map<number, number>();
  try {
    await new Promise<void>((resolve, reject) =>
      pool.start({
        scene,
        assets: new Map(),
        draftFraction: 1,
        from: 0,
        through: BEFORE + MEASURED,
        onFrame: ({ frame }) => void times.set(frame, performance.now()),
        onDone: () => resolve(),
        onFailed: (message) => reject(new Error(message)),
      }),
    );
  } finally {
    pool.end();
  }
  return (times.get(BEFORE + MEASURED)! - times.get(BEFORE)!) / MEASURED;
}

/** A frame of the scene on one thread and on two, and how much of it each part is. One run each. */
export async function benchWholeScene(): Promise<void> {
  const [one, two] = [await timed(wholeScene(), 1), await timed(wholeScene(), 2)];
  tell({
    case: 'a scene of a million under rarer fields, and a flock of 100 000',
    oneThreadMilliseconds: one,
    twoThreadsMilliseconds: two,
  });
  for (const part of PARTS) {
    const without = await timed(wholeScene(part), 1);
    tell({ case: `of that scene: ${part}`, milliseconds: one - without, share: (one - without) / one });
  }
}
