import { falloffShapes } from '../../kinds/falloff-shapes';
import { type DistanceRoutine, type FormRoutine, radiiOf } from '../../kinds/falloff-shapes/falloff-shape';
import type { Notes } from '../../lib/formula/formula';
import { modulators as modulatorKinds } from '../../kinds/modulators';
import { factorsOf, type ModulatorRoutine } from '../../kinds/modulators/modulator';
import type { Rotation } from '../../lib/math/rotation';
import { motionOf, type Motion, type Placed } from '../../document/keys/motion';
import { rotateBack, type Similarity } from '../../lib/math/similarity';
import { weightOf } from '../../kinds/curves';
import { streamOf } from '../../lib/random/lookup';
import type { Assets } from '../../document/assets';
import { sendTo, type Field, type Weighted, type Scene } from '../../document/scene';
import { dialsOf } from '../../document/dials';
import { resourcesOf } from '../../scene/resources';
import { frameFor, turningOf, type Frame } from '../../lib/math/frames';

/** A modulator made ready to run. */
export interface ModulatorRow {
  readonly value: ModulatorRoutine;
  readonly factors: (value: Float64Array, count: number) => void;
  /** Its own frame at a place of the falloff shape; undefined where it sees what the falloff shape sees. */
  readonly frame: ((place: Similarity) => Frame) | undefined;
}

/** What the weight of a field or group hangs on, made ready to run. */
export interface CompiledWeight {
  readonly motion: Motion;
  /** Where it is at the time it is evaluated for; see {@link placeWeight}. */
  place: Similarity;
  /** Undefined where the place is not turned. */
  rotation: Rotation | undefined;
  /** Its own velocity along the axes of its place, m/s. */
  readonly own: Float64Array;
  /** Counts what formulas could not compute. */
  readonly notes: Notes;
  /** How far it is on in its span, 0 … 1; times the master where it stands in no group. */
  level: number;
  /** False where it is muted, or others are soloed. */
  readonly heard: boolean;
  /** Undefined for the falloff shape `everywhere`. */
  readonly distance: DistanceRoutine | undefined;
  readonly form: FormRoutine | undefined;
  readonly curve: (d: number) => number;
  readonly outer: number;
  readonly modulators: readonly ModulatorRow[];
  /** Whether a modulator depends on velocities. */
  readonly heedsVelocity: boolean;
  readonly strength: number;
  /** 0 … 1. */
  readonly mix: number;
  /** By emitter, in the order of the scene: 0 where it is not heard or not sent. */
  readonly sends: readonly number[];
}

/** Anything with a weight. */
interface Weighed extends Weighted, Placed {
  readonly strength: number;
  /** Percent. */
  readonly mix: number;
}

/** Makes ready what a weight hangs on. */
export function compileWeight(scene: Scene, thing: Weighed, assets: Assets, heard: boolean): CompiledWeight {
  const falloff = falloffShapes.get(thing.falloff.kind);
  const resources = resourcesOf(scene, assets);
  const { inner, outer } = radiiOf(thing.falloff);
  const motion = motionOf(scene.carriers, thing);
  const dials = dialsOf(scene);
  const zones = scene.zones.map(({ id }) => id);
  const place = motion.at(scene.time.first);
  return {
    motion,
    place,
    rotation: turningOf(place.rotation),
    own: new Float64Array(3),
    notes: { notFinite: 0 },
    level: 1,
    heard,
    distance: falloff.bounded ? falloff.distance(thing.falloff, resources) : undefined,
    form: falloff.form?.(thing.falloff, resources),
    curve: weightOf(thing.curve, inner, outer),
    outer: falloff.bounded ? outer : Infinity,
    modulators: thing.modulators.map((values): ModulatorRow => {
      const kind = modulatorKinds.get(values.kind);
      const seed = typeof values['seed'] === 'number' ? values['seed'] : 0;
      const source = {
        values,
        stream: streamOf(scene.seed ^ 0x2545f491, seed),
        fps: scene.time.fps,
        image: resources.image,
        weights: resources.weights,
        dials,
        zones,
      };
      const [followTransform, followScale] = [
        Number(values['followTransform'] ?? 100),
        Number(values['followScale'] ?? 100),
      ];
      const follows = !kind.placed || (followTransform === 100 && followScale === 100);
      return {
        value: kind.compile(source),
        factors: factorsOf(values),
        frame: follows ? undefined : (at) => frameFor(at, followTransform / 100, followScale / 100),
      };
    }),
    heedsVelocity: thing.modulators.some((values) => modulatorKinds.get(values.kind).heedsVelocity?.(values) ?? false),
    strength: thing.strength,
    mix: thing.mix / 100,
    sends: scene.emitters.map((emitter) => (heard ? sendTo(thing, emitter.id) : 0)),
  };
}

/**
 * How far a field is on at a frame with fraction: eased in from the first frame of each of its spans, and out before
 * the one it ends at.
 */
export function spanLevel(
  { limitedRange, activeFrom: from, activeUntil: until, furtherRanges, easeIn, easeOut }: Field,
  frame: number,
): number {
  if (!limitedRange) return 1;
  const smooth = (t: number) => (t >= 1 ? 1 : t * t * (3 - 2 * t));
  const within = (first: number, end: number) => {
    if (frame < first || frame >= end) return 0;
    const up = easeIn > 0 ? smooth((frame - first) / easeIn) : 1;
    return easeOut > 0 ? up * smooth((end - frame) / easeOut) : up;
  };
  return furtherRanges.reduce((level, [first, end]) => Math.max(level, within(first, end)), within(from, until));
}

/** Brings it to where it is at a frame with fraction; `step` is the frames a substep takes. */
export function placeWeight(row: CompiledWeight, frame: number, step: number, fps: number): void {
  if (!row.motion.moves) return;
  // Central difference over the substep.
  const [before, after] = [row.motion.at(frame - step / 2).position, row.motion.at(frame + step / 2).position];
  row.place = row.motion.at(frame);
  row.rotation = turningOf(row.place.rotation);
  const rate = fps / step;
  row.own.set(
    rotateBack(row.place.rotation, [
      (after[0] - before[0]) * rate,
      (after[1] - before[1]) * rate,
      (after[2] - before[2]) * rate,
    ]),
  );
}
