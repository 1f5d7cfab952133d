import { colliderShapes } from '../colliders';
import { box } from '../colliders/box';
import type { Body } from '../colliders/collider';
import type { Vector } from '../math/vector';
import { motionOf, type Motion } from '../places/motion';
import { WORLD, type Similarity } from '../places/similarity';
import { mix, streamOf } from '../random/lookup';
import { responses } from '../responses';
import type { Impact, Rebound } from '../responses/response';
import type { Assets } from '../scene/assets';
import { bring, remakeOf, type Remake } from '../scene/moved';
import { resourcesOf } from '../scene/resources';
import { hitOf, type Collider, type Hit, type Scene } from '../scene/document';

/** The thinnest a surface can be for positions of 32 bits, metres. */
const THINNEST = 4e-4;

/** A collider made ready to run. */
export interface Obstacle {
  readonly name: string;
  readonly body: Body;
  readonly motion: Motion;
  readonly respond: (impact: Impact, rebound: Rebound) => void;
  /** Undefined for the scene box, which neither splits nor lets pass. */
  readonly collider: Collider | undefined;
  /** 32-bit stream for its own randomness. */
  readonly stream: number;
  /** How the particles of each emitter meet it, in the scene's order. */
  readonly hits: readonly Hit[];
  /** Half of its thickness, metres. */
  readonly half: number;
  /** Contacts since the start of the run. */
  contacts: number;
  /** Where it is at the beginning and the end of the substep. */
  begin: Similarity;
  end: Similarity;
  readonly remake: Remake<Made>;
}

/** What of a collider hangs on its numbers. */
type Made = Pick<Obstacle, 'body' | 'respond' | 'collider' | 'half'>;

function obstacleOf(scene: Scene, collider: Collider, assets: Assets): Obstacle {
  const make = (now: Collider): Made => ({
    body: colliderShapes.get(now.shape.kind).body(now.shape, resourcesOf(scene, assets)),
    respond: responses.get(now.response.kind).compile(now.response),
    collider: now,
    half: Math.max(THINNEST, now.thickness) / 2,
  });
  return {
    ...make(collider),
    name: collider.name,
    motion: motionOf(scene.carriers, collider),
    remake: remakeOf(collider, make),
    stream: mix(streamOf(scene.seed, collider.seed) ^ 0x2c1b3c6d),
    hits: scene.emitters.map((e) => hitOf(collider, e.id)),
    contacts: 0,
    begin: WORLD,
    end: WORLD,
  };
}

function sceneBox({ bounds, emitters }: Scene): Obstacle {
  const [width, height, depth] = bounds.size;
  const place: Similarity = { ...WORLD, position: bounds.centre as Vector };
  return {
    name: 'the scene box',
    body: box.body({ width, height, depth, inside: true }, { mesh: () => undefined, image: () => undefined }),
    motion: { moves: false, at: () => place },
    respond: responses.get(bounds.response).compile(responses.defaults(bounds.response)),
    collider: undefined,
    stream: 0,
    hits: emitters.map(() => ({ hits: true, bounce: 1 })),
    half: THINNEST / 2,
    contacts: 0,
    begin: place,
    end: place,
    remake: undefined,
  };
}

/** Everything that particles of a scene can hit, in the order of the scene; those that are off are not among them. */
export function obstaclesOf(scene: Scene, assets: Assets): Obstacle[] {
  const colliders = scene.colliders.filter((c) => c.on).map((c) => obstacleOf(scene, c, assets));
  return scene.bounds.on ? [...colliders, sceneBox(scene)] : colliders;
}

/** Brings obstacles to a substep, frames with fractions. */
export function moveObstacles(obstacles: readonly Obstacle[], from: number, to: number, fps: number): void {
  for (const obstacle of obstacles) {
    bring(obstacle, to);
    obstacle.begin = obstacle.motion.at(from);
    obstacle.end = obstacle.motion.at(to);
    obstacle.body.pose?.(from / fps, to / fps);
  }
}
