import { colliderShapes } from '../../../kinds/colliders';
import { box } from '../../../kinds/colliders/box';
import { plane } from '../../../kinds/colliders/plane';
import { rotate, rotationFromDegrees } from '../../../lib/math/rotation';
import type { Resources } from '../../../kinds/emitter-shapes/shape';
import type { Body } from '../../../kinds/colliders/collider';
import { type Vector, mapVector } from '../../../lib/math/vector';
import { motionOf, type Motion } from '../../../document/keys/motion';
import { WORLD, type Similarity } from '../../../lib/math/similarity';
import { gateOf } from '../../../scene/gate-of';
import { mix, streamOf } from '../../../lib/random/lookup';
import { responses } from '../../../kinds/responses';
import type { Impact, Rebound } from '../../../kinds/responses/response';
import type { Assets } from '../../../document/assets';
import { bring, isMoving, remakeOf, thingAt, type Remake } from '../../../document/keys/thing-at';
import { resourcesOf } from '../../../scene/resources';
import { hitOf, type Bounds, type Collider, type Hit, type Scene } from '../../../document/scene';

/** The thinnest a surface can be for positions of 32 bits, metres. */
const THINNEST = 4e-4;

/** A collider made ready to run. */
export interface Obstacle {
  readonly name: string;
  readonly body: Body;
  readonly motion: Motion;
  readonly respond: (impact: Impact, rebound: Rebound) => void;
  /** Friction of what lies still on it; undefined where that is not the same for all. */
  readonly grip: number | undefined;
  /** Undefined for the scene box, which neither splits nor lets pass. */
  readonly collider: Collider | undefined;
  /** 32-bit stream for its own randomness. */
  readonly stream: number;
  /** How the particles of each emitter meet it, in the scene's order. */
  readonly hits: readonly Hit[];
  /** Half of its thickness, metres. */
  readonly half: number;
  /** Whether particles touch it with their edge. */
  readonly bySize: boolean;
  /** Whether it is there during [f, f + 1). */
  readonly gate: (frame: number) => boolean;
  /** Whether it is there in this substep. */
  open: boolean;
  /** Contacts since the start of the run. */
  contacts: number;
  /** Where it is at the beginning and the end of the substep. */
  begin: Similarity;
  end: Similarity;
  readonly remake: Remake<Made>;
}

/** What of a collider hangs on its numbers. */
type Made = Pick<Obstacle, 'body' | 'respond' | 'grip' | 'collider' | 'half' | 'bySize' | 'hits'>;

function obstacleOf(scene: Scene, collider: Collider, assets: Assets): Obstacle {
  const make = (now: Collider): Made => ({
    body: colliderShapes.get(now.shape.kind).body(now.shape, resourcesOf(scene, assets)),
    respond: responses.get(now.response.kind).compile(now.response),
    grip: responses.get(now.response.kind).grip?.(now.response),
    collider: now,
    half: Math.max(THINNEST, now.thickness) / 2,
    bySize: now.bySize,
    hits: scene.emitters.map((e) => hitOf(now, e.id)),
  });
  return {
    ...make(collider),
    name: collider.name,
    motion: motionOf(scene.carriers, collider),
    remake: remakeOf(collider, make),
    gate: gateOf(scene, collider),
    open: true,
    stream: mix(streamOf(scene.seed, collider.seed) ^ 0x2c1b3c6d),
    contacts: 0,
    begin: WORLD,
    end: WORLD,
  };
}

/** Least width of the scene box, metres. */
const LEAST_BOX = 0.01;

const sizeOf = ({ size }: Bounds): Vector => mapVector(size, (n) => Math.max(LEAST_BOX, n));

/** Turns of a plane, in degrees, so that its +Y looks into the box from each of its faces. */
const FACES: readonly Vector[] = [
  [0, 0, 0],
  [180, 0, 0],
  [90, 0, 0],
  [-90, 0, 0],
  [0, 0, 90],
  [0, 0, -90],
];

/** The scene box: one box; or where it moves six planes, which take along what they meet. */
function sceneBox({ bounds, emitters }: Scene, resources: Resources): Obstacle[] {
  const wall = (body: Body, motion: Motion): Obstacle => ({
    name: 'the scene box',
    body,
    motion,
    respond: responses.get(bounds.response).compile(responses.defaults(bounds.response)),
    grip: responses.get(bounds.response).grip?.(responses.defaults(bounds.response)),
    collider: undefined,
    gate: () => true,
    open: true,
    stream: 0,
    hits: emitters.map(() => ({ hits: true, bounce: 1 })),
    half: THINNEST / 2,
    bySize: false,
    contacts: 0,
    begin: WORLD,
    end: WORLD,
    remake: undefined,
  });
  if (!isMoving(bounds)) {
    const [width, height, depth] = sizeOf(bounds);
    const place: Similarity = { ...WORLD, position: bounds.centre };
    return [wall(box.body({ width, height, depth, inside: true }, resources), { moves: false, at: () => place })];
  }
  return FACES.map((degrees) => {
    const rotation = rotationFromDegrees(degrees);
    const inward = rotate(rotation, [0, 1, 0]);
    const at = (frame: number): Similarity => {
      const now = thingAt(bounds, frame);
      const size = sizeOf(now);
      return {
        ...WORLD,
        rotation,
        position: mapVector(now.centre, (n, i) => n - (Math.round(inward[i]!) * size[i]!) / 2),
      };
    };
    return wall(plane.body({ sides: 'front' }, resources), { moves: true, at });
  });
}

/** Everything that particles of a scene can hit, in the order of the scene; those that are off are not among them. */
export function obstaclesOf(scene: Scene, assets: Assets): Obstacle[] {
  const colliders = scene.colliders.filter((c) => c.on).map((c) => obstacleOf(scene, c, assets));
  return scene.bounds.on ? [...colliders, ...sceneBox(scene, resourcesOf(scene, assets))] : colliders;
}

/** Brings obstacles to a substep, frames with fractions. */
export function moveObstacles(obstacles: readonly Obstacle[], from: number, to: number, fps: number): void {
  for (const obstacle of obstacles) {
    bring(obstacle, to);
    obstacle.open = obstacle.gate(Math.floor(from + 1e-9));
    obstacle.begin = obstacle.motion.at(from);
    obstacle.end = obstacle.motion.at(to);
    obstacle.body.pose?.(from / fps, to / fps);
  }
}
