import { gateOf } from '../../scene/gate-of';
import { normalised, type Vector } from '../../lib/math/vector';
import { WORLD } from '../../lib/math/similarity';
import { Purpose, streamOf, uniform } from '../../lib/random/lookup';
import { lastSceneFrame } from '../../scene/scene-clock';
import { isMoving, thingAt } from '../../document/keys/thing-at';
import type { Emitter, Scene } from '../../document/scene';
import { particlesParameters } from '../../kinds/emitter-shapes/particles';
import { typed } from '../../document/parameters';
import { anyWay, NewbornWriter } from './newborn-writer';
import { KILLED, type Population } from './population';
import { childKey } from './split';

/** Where the particles of an emitter were at the beginning of a substep; those added later began where they are. */
export class Track {
  private x = new Float32Array(0);
  private y = new Float32Array(0);
  private z = new Float32Array(0);
  private count = 0;

  /** Remembers where all particles are now. */
  mark({ columns, count }: Population): void {
    if (this.x.length < count) {
      this.x = new Float32Array(count * 2);
      this.y = new Float32Array(count * 2);
      this.z = new Float32Array(count * 2);
    }
    this.x.set(columns.x.subarray(0, count));
    this.y.set(columns.y.subarray(0, count));
    this.z.set(columns.z.subarray(0, count));
    this.count = count;
  }

  /** A place on the straight way of a particle through the substep, at a share of it. */
  between({ columns }: Population, slot: number, share: number): Vector {
    const now: Vector = [columns.x[slot]!, columns.y[slot]!, columns.z[slot]!];
    if (slot >= this.count) return now;
    const was: Vector = [this.x[slot]!, this.y[slot]!, this.z[slot]!];
    return [was[0] + share * (now[0] - was[0]), was[1] + share * (now[1] - was[1]), was[2] + share * (now[2] - was[2])];
  }
}

/** Makes the particles that are born from another emitter's. */
export interface ChildSpawner {
  /** Adds those that are born from the source's particles in (begin, end], seconds. */
  during(population: Population, source: Population, track: Track, begin: number, end: number): void;
}

/**
 * Each parent gives birth at a steady rate from its own birth on, while the gate is open; or to several at its death.
 * A child's key is hashed from its parent's, so a draft has exactly the children of its parents.
 */
export function childSpawnerOf(scene: Scene, emitter: Emitter): ChildSpawner {
  const stream = streamOf(scene.seed, emitter.seed);
  const { fps } = scene.time;
  const lastEnd = lastSceneFrame(scene) + 1;
  const gate = gateOf(scene, emitter);
  const equip = (now: Emitter) => ({
    birth: now.birth,
    shape: typed(particlesParameters, now.shape),
    newborns: new NewbornWriter(now, stream, fps, lastEnd),
    fixed: normalised(now.birth.direction),
  });
  // How often a parent gives birth is counted from its own birth on, so that it is what it was at the first frame.
  const { each } = typed(particlesParameters, emitter.shape);
  const moving = isMoving(emitter, ['emission', 'look', 'body']);
  let { birth, shape, newborns, fixed } = equip(emitter);

  function spawn(
    population: Population,
    source: Population,
    parent: number,
    id: number,
    time: number,
    position: Vector,
  ): void {
    const { columns } = source;
    const velocity: Vector = [columns.vx[parent]!, columns.vy[parent]!, columns.vz[parent]!];
    const onward = normalised(velocity);
    const still = onward[0] === 0 && onward[1] === 0 && onward[2] === 0;
    const outward = birth.launchDirection === 'outward' || (birth.launchDirection !== 'direction' && still);
    const axis = outward
      ? anyWay(uniform(stream, id, Purpose.outward), uniform(stream, id, Purpose.outward + 1))
      : birth.launchDirection === 'direction'
        ? fixed
        : onward;
    const share = birth.inheritedMotion / 100;
    const slot = newborns.spawn(population, WORLD, {
      id,
      frame: time * fps,
      position,
      direction: newborns.spread(axis, id),
      taken: [velocity[0] * share, velocity[1] * share, velocity[2] * share],
      normal: still ? [0, 1, 0] : onward,
    });
    if (population.tinted && source.tinted) population.tint[slot] = source.tint[parent]!;
  }

  return {
    during(population, source, track, begin, end) {
      if (moving) ({ birth, shape, newborns, fixed } = equip(thingAt(emitter, Math.floor(begin * fps + 1e-9))));
      const { when, from, to } = shape;
      for (let parent = 0; parent < source.count; parent++) {
        const id = source.id[parent]!;
        const born = source.birth[parent]!;
        const death = born + source.columns.life[parent]!;
        const since = Math.max(begin, born);
        // What a contact ended has come no further than that.
        const killed = source.held[parent] === KILLED;
        const until = killed ? Math.min(end, Math.max(since, death)) : end;
        const at = (time: number) =>
          track.between(source, parent, until > since ? (time - since) / (until - since) : 1);
        if (when === 'death') {
          if ((!killed && end - born < source.columns.life[parent]!) || !gate(Math.floor(begin * fps + 1e-9))) continue;
          const time = Math.min(end, Math.max(since, death));
          const count = from + Math.floor(Math.max(1, to - from + 1) * uniform(stream, id, Purpose.pieces));
          for (let index = 1; index <= count; index++)
            spawn(population, source, parent, childKey(id, Purpose.child, index), time, at(time));
          continue;
        }
        const lastOne = Math.floor((Math.min(end, death) - born) * each);
        for (let k = Math.max(1, Math.floor((since - born) * each) + 1); k <= lastOne; k++) {
          const time = born + k / each;
          if (gate(Math.floor(time * fps)))
            spawn(population, source, parent, childKey(id, k, Purpose.child), time, at(time));
        }
      }
    },
  };
}
