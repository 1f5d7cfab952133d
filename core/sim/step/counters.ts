import { thingAt } from '../../document/keys/thing-at';
import type { Emitter, Scene } from '../../document/scene';
import { loopOf, roundOf, type Loop } from '../../document/time/loop';
import { emissionKinds } from '../../kinds/emission';
import type { Births, Counter } from '../../kinds/emission/emission';
import { Purpose, streamOf, uniform } from '../../lib/random/lookup';
import { gateOf } from '../../scene/gate-of';

/** The frame at which a run of a scene starts. */
export function startFrame(scene: Pick<Scene, 'time'>): number {
  return scene.time.first - scene.time.preRoll;
}

/** Whether an emitter’s births come round with the loop: those that live as long as the scene are born once. */
const comesRound = ({ birth }: Pick<Emitter, 'birth'>): boolean => !birth.immortal;

/**
 * Counts the births of each amount of an emitter. In a loop those of a round are numbered as those of the round before
 * it.
 */
export function countersOf(scene: Scene, emitter: Emitter): Counter[] {
  const { fps } = scene.time;
  const stream = streamOf(scene.seed, emitter.seed);
  const gate = gateOf(scene, emitter);
  const loop = comesRound(emitter) ? loopOf(scene) : undefined;
  const start = loop ? loop.from : startFrame(scene);
  const moves = (row: number) => Object.keys(emitter.keys).some((path) => path.startsWith(`emission.${row}.`));
  return emitter.emission.map((amount, row) => {
    const counter = emissionKinds.get(amount.kind).compile({
      values: amount,
      valuesAt: moves(row) ? (frame) => thingAt(emitter, frame).emission[row]! : undefined,
      fps,
      start,
      round: loop?.frames ?? 0,
      gate,
      hashRandom: (frame) => uniform(stream, frame, Purpose.amount + 0x100 * row),
    });
    return loop ? roundAndRound(counter, loop) : counter;
  });
}

/** A counter of one round that is asked in all of them. */
function roundAndRound(counter: Counter, loop: Loop): Counter {
  const late = (births: Births, by: number): Births => ({ ...births, at: (k) => births.at(k) + by });
  return {
    during(from, to) {
      const by = loop.frames * roundOf(loop, Math.floor(from));
      return late(counter.during(from - by, to - by), by);
    },
    atFrame(frame) {
      const by = loop.frames * roundOf(loop, frame);
      return late(counter.atFrame(frame - by), by);
    },
  };
}
