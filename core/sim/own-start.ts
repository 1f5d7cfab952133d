import { gateOf } from '../scene/gate-of';
import { fieldShownBy, isSeenToTurn, sourceShownBy } from '../kinds/looks';
import { shapes } from '../kinds/emitter-shapes';
import { countersOf, startFrame } from './step/counters';
import { lastSceneFrame } from '../scene/scene-clock';
import type { Collider, Emitter, Field, Scene } from '../document/scene';

/** The first frame from the start of a run on that something is true of; Infinity where none is. */
function firstFrame(scene: Scene, test: (frame: number) => boolean): number {
  for (let frame = startFrame(scene); frame <= lastSceneFrame(scene); frame++) if (test(frame)) return frame;
  return Infinity;
}

/** The frame during which the first particle of an emitter can be born; Infinity where none is. */
function firstBirth(scene: Scene, emitter: Emitter, depth = 0): number {
  if (!emitter.on || depth > scene.emitters.length) return Infinity;
  if (shapes.get(emitter.shape.kind).fromParticles) {
    const source = scene.emitters.find(({ id }) => id === emitter.shape['source']);
    return source ? firstBirth(scene, source, depth + 1) : Infinity;
  }
  const counters = countersOf(scene, emitter);
  return firstFrame(scene, (frame) =>
    counters.some((counter) =>
      [counter.atFrame(frame), counter.during(frame, frame + 1)].some(({ first, last }) => last >= first),
    ),
  );
}

const alikeIn = <T>(a: T, b: T, ...of: ((thing: T) => unknown)[]): boolean =>
  of.every((part) => JSON.stringify(part(a)) === JSON.stringify(part(b)));

/** The frame at which a field can first act; the start of the run where it is not spanned. */
const spanStart = (scene: Scene, { limitedRange, activeFrom: from, furtherRanges }: Field): number =>
  limitedRange ? Math.min(from, ...furtherRanges.map(([first]) => first)) : startFrame(scene);

/** Before which frame two states of a field do the same: nothing. Undefined where other fields hang on what differs. */
export function fieldStart(before: Scene, after: Scene, a: Field, b: Field): number | undefined {
  if (!alikeIn(a, b, ({ id, mute, solo, group }) => [id, mute, solo, group])) return undefined;
  // In a loop the end of its span comes before its beginning.
  if (before.time.loop > 0 || after.time.loop > 0) return undefined;
  return Math.min(spanStart(before, a), spanStart(after, b));
}

/**
 * Before which frame two states of an emitter have the same particles: none. Undefined where what is kept of each
 * particle differs.
 */
export function emitterStart(before: Scene, after: Scene, a: Emitter, b: Emitter): number | undefined {
  const shown = (emitter: Emitter) => [isSeenToTurn(emitter), fieldShownBy(emitter), sourceShownBy(emitter)];
  if (!alikeIn(a, b, ({ id, body }) => [id, body], shown)) return undefined;
  return Math.min(firstBirth(before, a), firstBirth(after, b));
}

/** Before which frame two states of a collider do the same: nothing. */
export function colliderStart(before: Scene, after: Scene, a: Collider, b: Collider): number | undefined {
  if (a.id !== b.id) return undefined;
  return Math.min(firstFrame(before, gateOf(before, a)), firstFrame(after, gateOf(after, b)));
}
