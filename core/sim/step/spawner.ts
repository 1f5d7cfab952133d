import type { Births } from '../../kinds/emission/emission';
import { masks } from '../../kinds/masks';
import { compileMask, type MaskRoutine } from '../../kinds/masks/mask';
import { colourOf } from '../../lib/images/level-image';
import { pictureAt } from '../../lib/images/series';
import { sourceShownBy } from '../../kinds/looks';
import { rotate } from '../../lib/math/rotation';
import { normalised, type Vector } from '../../lib/math/vector';
import { motionOf, type Motion } from '../../document/keys/motion';
import { outward, type Similarity } from '../../lib/math/similarity';
import { bodies } from '../../kinds/bodies';
import { particleOf, type Constraints, type SpawnPose } from '../../kinds/bodies/body';
import { ATTEMPT, lookup, mix, Purpose, streamOf, uniform } from '../../lib/random/lookup';
import { isMoving, thingAt } from '../../document/keys/thing-at';
import { lastSceneFrame } from '../../scene/scene-clock';
import { dialsOf } from '../../document/dials';
import { resourcesOf } from '../../scene/resources';
import type { Assets } from '../../document/assets';
import type { Emitter, Scene } from '../../document/scene';
import { shapes } from '../../kinds/emitter-shapes';
import { birthPlace, type Draw, type Resources, type ShapeKind } from '../../kinds/emitter-shapes/shape';
import { BLOCK } from '../../lib/particle-block';
import type { KernelBackend } from '../stack/stack';
import { drawnBy, type BirthRoutine } from './birth-descriptor';
import { Bodies, type Found } from './bodies';
import { anyWay, cosOfSpread, NewbornWriter } from './newborn-writer';
import { packedColour, type Population } from './population';
import { isPlain, stretchPlace } from './stretch';
import { countersOf } from './counters';

/** Room for k in a particle's number; the amount row sits above it. */
const NUMBERS_A_ROW = 0x10000000;

/** Places that are tried for one birth before it is given up where masks refuse them. */
export const MOST_ATTEMPTS = 64;

/** Which of an emitter's particles a run takes part in. */
export interface Portion {
  /** Draft share, above 0 to 1: a particle takes part if its hash is below it. */
  readonly draftFraction: number;
  /** This run is the `slice`-th of `slices` that together hold all particles. */
  readonly slice: number;
  readonly slices: number;
  /** The number of the only birth that is made, where the others do not matter. */
  readonly only?: number;
}

/** Makes the particles of one emitter. */
export interface Spawner {
  /** What keeps its particles together; undefined where they are free. */
  readonly bodies: Bodies | undefined;
  /** Adds the particles born in (from, to], frames with fractions within one frame. */
  during(population: Population, from: number, to: number): void;
  /** Adds the particles born at the very beginning of a frame. */
  atFrame(population: Population, frame: number): void;
}

/** All masks of an emitter as one chance. */
export function maskOf(
  scene: Pick<Scene, 'time' | 'dials'>,
  emitter: Pick<Emitter, 'masks' | 'shape'>,
  stream: number,
  resources: Resources,
  shape: ShapeKind,
): MaskRoutine | undefined {
  if (emitter.masks.length === 0) return undefined;
  const surface = shape.surface?.(emitter.shape, resources);
  const dials = dialsOf(scene);
  const all = emitter.masks.map((values, i) =>
    compileMask(masks.get(values.kind), {
      values,
      stream: mix(stream + i),
      resources,
      surface,
      fps: scene.time.fps,
      dials,
    }),
  );
  return (place, time) => all.reduce((chance, mask) => chance * mask(place, time), 1);
}

/** The velocity that a point fixed to a moving thing has, by central difference over a substep, m/s. */
function velocityAt(motion: Motion, local: Vector, frame: number, substep: number, fps: number): Vector {
  if (!motion.moves) return [0, 0, 0];
  const before = outward(motion.at(frame - substep / 2), local);
  const after = outward(motion.at(frame + substep / 2), local);
  const rate = fps / substep;
  return [(after[0] - before[0]) * rate, (after[1] - before[1]) * rate, (after[2] - before[2]) * rate];
}

/** What holds the particles of each birth of an emitter together; undefined where nothing does. */
function constraintsOf(emitter: Emitter, resources: Resources): Constraints | undefined {
  if (shapes.get(emitter.shape.kind).fromParticles) return undefined;
  return bodies.get(emitter.body.kind).compile?.(emitter.body, emitter.shape, resources);
}

/** The unit direction of an emitter that stands at a place, in the world. */
const directionIn = ({ axes }: Emitter['birth'], own: Vector, { rotation }: Similarity): Vector =>
  axes === 'world' ? own : rotate(rotation, own);

/** Births of one emitter that wait to be made together. */
class Batch {
  readonly ids = new Uint32Array(BLOCK);
  readonly frames = new Float64Array(BLOCK);
  count = 0;

  get isFull(): boolean {
    return this.count === BLOCK;
  }

  add(id: number, frame: number): void {
    this.ids[this.count] = id;
    this.frames[this.count++] = frame;
  }
}

/**
 * How a backend makes the births of an emitter at a place; undefined where there is none, or it does not know the
 * shape.
 */
function routineFor(
  emitter: Emitter,
  stream: number,
  place: Similarity,
  backend: KernelBackend | undefined,
): BirthRoutine | undefined {
  const { birth } = emitter;
  const shape = shapes.get(emitter.shape.kind).kernel?.(emitter.shape);
  if (!shape) return undefined;
  const direction = directionIn(birth, normalised(birth.direction), place);
  return backend?.births({
    stream,
    shape,
    place,
    along: birth.launchDirection,
    direction,
    cosSpread: cosOfSpread(emitter),
    ...drawnBy(emitter),
  });
}

/** Makes an emitter ready to give birth by its own amounts. */
export function spawnerOf(
  scene: Scene,
  emitter: Emitter,
  assets: Assets,
  portion: Portion,
  backend?: KernelBackend,
): Spawner {
  const stream = streamOf(scene.seed, emitter.seed);
  const { fps, substeps } = scene.time;
  const shape = shapes.get(emitter.shape.kind);
  const resources = resourcesOf(scene, assets);
  const motion = motionOf(scene.carriers, emitter);
  const counters = countersOf(scene, emitter);
  const end = lastSceneFrame(scene) + 1;
  const constraints = constraintsOf(emitter, resources);
  // Whether the backend knows all that is asked must not depend on the time: a run that goes on from anywhere comes to
  // the same bits.
  const { immortal, lifeDistribution } = emitter.birth;
  const simple =
    !constraints &&
    !motion.moves &&
    isPlain(emitter) &&
    emitter.masks.length === 0 &&
    (immortal || lifeDistribution === 'uniform');
  const equip = (now: Emitter) => ({
    many: simple ? routineFor(now, stream, motion.at(0), backend) : undefined,
    birth: now.birth,
    sample: shape.sampler(now.shape, resources),
    mask: maskOf(scene, now, stream, resources, shape),
    newborns: new NewbornWriter(now, stream, fps, end),
    fixed: normalised(now.birth.direction),
    stretch: now.stretch,
  });
  const moving = isMoving(emitter, ['emission', 'look', 'body']);
  let { many, birth, sample, mask, newborns, fixed, stretch } = equip(emitter);
  let equipped = NaN;
  /** Takes the keyed numbers of the frame that is under way. */
  function readyFor(frame: number): void {
    if (!moving || Math.floor(frame) === equipped) return;
    equipped = Math.floor(frame);
    ({ many, birth, sample, mask, newborns, fixed, stretch } = equip(thingAt(emitter, equipped)));
  }
  const draftLimit = portion.draftFraction * 4294967296;
  const place = birthPlace();
  let id = 0;
  let drawn: number = Purpose.shape;
  const draw: Draw = { pick: (n) => uniform(stream, id, drawn + n), k: 0, time: 0 };

  /** Finds a place the masks take; false where there is none. */
  function find(): boolean {
    drawn = Purpose.shape;
    if (!sample(draw, place)) return false;
    if (!mask) return true;
    const tries = emitter.rejectedBirths === 'try-again' ? MOST_ATTEMPTS : 1;
    for (let attempt = 0; attempt < tries; attempt++) {
      if (attempt > 0) {
        drawn = Purpose.shape + attempt * ATTEMPT;
        // One after another from the next point on, where the shape has points.
        draw.k += 1;
        if (!sample(draw, place)) return false;
      }
      if (uniform(stream, id, Purpose.mask + attempt * ATTEMPT) < mask(place, draw.time)) return true;
    }
    return false;
  }

  function axisOf(at: Similarity): Vector {
    if (birth.launchDirection === 'direction') return directionIn(birth, fixed, at);
    if (birth.launchDirection === 'normal') return rotate(at.rotation, [place.nx, place.ny, place.nz]);
    if (birth.launchDirection === 'tangent') return rotate(at.rotation, [place.tx, place.ty, place.tz]);
    const out = normalised([place.x, place.y, place.z]);
    return out[0] === 0 && out[1] === 0 && out[2] === 0
      ? anyWay(uniform(stream, id, Purpose.outward), uniform(stream, id, Purpose.outward + 1))
      : rotate(at.rotation, out);
  }

  const hashRandom = (body: number) => (purpose: number) => uniform(stream, body, purpose);

  /** How one birth stands whose place has just been found. */
  function standing(at: Similarity, time: number): SpawnPose {
    const local: Vector = [place.x, place.y, place.z];
    stretchPlace(place, stretch);
    const position = outward(at, [place.x, place.y, place.z]);
    return { position, local, axis: newborns.spread(axisOf(at), id), place: at, time, hashRandom: hashRandom(id) };
  }

  function standAt(body: number, found: Found, frame: number): SpawnPose {
    readyFor(frame);
    id = body;
    drawn = found.purpose;
    draw.k = found.k;
    draw.time = frame / fps;
    sample(draw, place);
    return standing(motion.at(frame), draw.time);
  }

  const cover = resources.image(sourceShownBy(emitter)?.cover ?? '');
  /** The colour of what a particle is just born from. */
  const tintAt = () => packedColour(cover ? colourOf(pictureAt(cover, draw.time), place.u, place.v) : place.colour);

  const bending = isMoving(emitter, ['emission', 'look', 'shape', 'masks', 'birth']);
  const constraintsAt = bending
    ? (frame: number) => constraintsOf(thingAt(emitter, frame), resources) ?? constraints!
    : undefined;
  const stands = !moving && !motion.moves && !shape.surface?.(emitter.shape, resources)?.motion;
  const spawned = constraints && new Bodies(constraints, standAt, stands, fps, constraintsAt);
  const lain = new Float64Array(3 * (constraints?.points ?? 0));

  function spawn(population: Population, k: number, frame: number): void {
    readyFor(frame);
    draw.k = k;
    draw.time = frame / fps;
    if (!find()) return;
    const at = motion.at(frame);
    if (constraints) spawned!.note(id, { k: draw.k, purpose: drawn });
    const stood = constraints && standing(at, draw.time);
    if (!stood) stretchPlace(place, stretch);
    const local: Vector = [place.x, place.y, place.z];
    const share = birth.inheritedMotion / 100;
    const own = share > 0 ? velocityAt(motion, local, frame, 1 / substeps, fps) : NOTHING;
    const direction = newborns.spread(axisOf(at), id);
    const taken: Vector = share > 0 ? [own[0] * share, own[1] * share, own[2] * share] : NOTHING;
    const normal: Vector = population.turns ? rotate(at.rotation, [place.nx, place.ny, place.nz]) : UP;
    const tint = population.tinted ? tintAt() : 0;
    if (!constraints) {
      const slot = newborns.spawn(population, at, {
        id,
        body: id,
        frame,
        position: outward(at, local),
        direction,
        taken,
        normal,
      });
      if (population.tinted) population.tint[slot] = tint;
      return;
    }
    constraints.rest(stood!, lain);
    for (let j = 0; j < constraints.points; j++) {
      const position: Vector = [lain[3 * j]!, lain[3 * j + 1]!, lain[3 * j + 2]!];
      const slot = newborns.spawn(population, at, {
        id: particleOf(id, j, constraints.points),
        body: id,
        frame,
        position,
        direction,
        taken,
        normal,
      });
      // What is held together does not split.
      population.generation[slot] = 0xff;
      if (population.tinted) population.tint[slot] = tint;
    }
  }

  const waiting = new Batch();

  /** Adds those that wait, in the order in which they came. */
  function bearMany(population: Population): void {
    const { count, ids, frames } = waiting;
    if (count === 0) return;
    waiting.count = 0;
    const slot = population.addMany(count);
    many!(ids, count, population, slot);
    population.id.set(ids.subarray(0, count), slot);
    for (let i = 0; i < count; i++) {
      population.birth[slot + i] = frames[i]! / fps;
      if (birth.immortal) population.columns.life[slot + i] = Math.max(0, (end - frames[i]!) / fps);
    }
    population.born += count;
  }

  function bearAll(population: Population, row: number, births: Births, from: number, to: number): void {
    // What is asked for turning and colours, the plain routines know.
    const batches = many !== undefined && !population.turns && !population.tinted;
    for (let k = births.first; k <= births.last; k++) {
      id = (row * NUMBERS_A_ROW + k) >>> 0;
      if (portion.only !== undefined && id !== portion.only) continue;
      if (id % portion.slices !== portion.slice) continue;
      if (portion.draftFraction < 1 && lookup(stream, id, Purpose.draft) >= draftLimit) continue;
      const frame = births.at(k);
      if (births.scattered && !(frame > from && frame <= to)) continue;
      if (!batches) spawn(population, k, frame);
      else {
        if (waiting.isFull || (moving && Math.floor(frame) !== equipped)) bearMany(population);
        readyFor(frame);
        waiting.add(id, frame);
      }
    }
    bearMany(population);
  }

  return {
    bodies: spawned,
    during(population, from, to) {
      counters.forEach((counter, row) => bearAll(population, row, counter.during(from, to), from, to));
    },
    atFrame(population, frame) {
      counters.forEach((counter, row) => bearAll(population, row, counter.atFrame(frame), frame, frame));
    },
  };
}

const NOTHING: Vector = [0, 0, 0];
/** Of those that do not turn nobody asks for it. */
const UP: Vector = [0, 1, 0];
