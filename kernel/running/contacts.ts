import { Span } from '../../core/lib/geometry/span';
import { BLOCK } from '../../core/lib/particle-block';
import type { Block, FastContacts } from '../../core/sim/step/contacts/fast-contacts';
import type { Obstacle } from '../../core/sim/step/contacts/obstacles';
import type { Moving } from '../../core/sim/step/contacts/passage';
import * as at from '../encoding/layout';
import type { Kernel } from './memory';
import type { Runner } from './runner';

/** Bodies that a block may be near to; where there are more, the plain routines do it all. */
const MOST_BODIES = 64;

const { BODY, BODIES_OF, TRAITS } = at;

/** The contacts of a block by the kernel: assembly/contacts.ts. */
export class Contacts implements FastContacts {
  private readonly before: Moving;
  private readonly limits: Float32Array;
  private readonly began = new Span();
  private readonly ended = new Span();
  private readonly bodies: { readonly words: Int32Array; readonly doubles: Float64Array };
  private readonly found: Uint32Array;
  private readonly count: Uint32Array;
  private readonly frames: Float64Array;

  constructor(
    private readonly kernel: Kernel,
    private readonly runner: Runner,
  ) {
    const { room } = kernel;
    const columns = room.floats(6 * BLOCK);
    const column = (c: number) => columns.subarray(c * BLOCK, (c + 1) * BLOCK);
    this.before = { x: column(0), y: column(1), z: column(2), vx: column(3), vy: column(4), vz: column(5) };
    this.limits = room.floats(12);
    const doubles = room.doubles((MOST_BODIES * BODY.bytes) / 8);
    this.bodies = { doubles, words: new Int32Array(doubles.buffer, doubles.byteOffset, 2 * doubles.length) };
    const list = room.floats(BLOCK);
    this.found = new Uint32Array(list.buffer, list.byteOffset, BLOCK);
    this.frames = kernel.doubles(at.FRAMES, 1);
    this.count = kernel.words(at.BODY_COUNT, 1);
    kernel.words(at.REMEMBERED, 1)[0] = columns.byteOffset;
    kernel.words(at.SPANS, 1)[0] = this.limits.byteOffset;
    kernel.words(at.BODIES, 1)[0] = doubles.byteOffset;
    kernel.words(at.OPEN, 1)[0] = list.byteOffset;
  }

  remember({ population, start, count }: Block): Moving {
    this.runner.pointTo(population, start);
    this.kernel.run.remember(count);
    return this.before;
  }

  spans({ population, start, count }: Block): readonly [Span, Span] {
    this.runner.pointTo(population, start);
    [this.began, this.ended].forEach((span, which) => {
      this.kernel.run.span(count, which);
      for (let axis = 0; axis < 3; axis++) {
        span.low[axis] = this.limits[6 * which + axis]!;
        span.high[axis] = this.limits[6 * which + 3 + axis]!;
      }
    });
    return [this.began, this.ended];
  }

  sift(
    { population, start, count }: Block,
    obstacles: readonly Obstacle[],
    from: number,
    to: number,
    fps: number,
  ): Uint32Array | undefined {
    if (obstacles.length > MOST_BODIES) return undefined;
    obstacles.forEach((obstacle, which) => this.write(which, obstacle, !population.turns));
    this.count[0] = obstacles.length;
    this.frames[0] = (to / fps - from / fps) * fps;
    const block = this.runner.pointTo(population, start, from / fps);
    const open = this.kernel.run.sift(count);
    this.runner.putBack(block);
    obstacles.forEach((obstacle, which) => (obstacle.contacts += this.wordOf(which, BODY.contacts)));
    return this.found.subarray(0, open);
  }

  private wordOf(which: number, place: number): number {
    return this.bodies.words[(which * BODY.bytes + place) / 4]!;
  }

  /** Writes a body; `lying` tells whether particles can be put to rest on it here. */
  private write(which: number, obstacle: Obstacle, lying: boolean): void {
    const { words, doubles } = this.bodies;
    const { body, motion, end, half, bySize, grip = 0, collider } = obstacle;
    const { descriptor } = body;
    const known = descriptor && !motion.moves && !bySize;
    const turnedIn =
      known && (descriptor.kind === 'plane' ? descriptor.both : 'within' in descriptor && descriptor.within);
    const rests = lying && grip > 0 && !collider?.split && !collider?.porosity;
    const word = (which * BODY.bytes) / 4;
    words[word + BODY.sort / 4] = known ? BODIES_OF[descriptor.kind] : BODIES_OF.any;
    words[word + BODY.traits / 4] = (turnedIn ? TRAITS.turnedIn : 0) | (rests ? TRAITS.rests : 0);
    words[word + BODY.contacts / 4] = 0;
    const thick = half / end.scale;
    const put = (place: number, numbers: readonly number[]) => doubles.set(numbers, word / 2 + place / 8);
    put(BODY.place, [...end.position, ...end.rotation, end.scale]);
    put(BODY.half, [thick, grip]);
    if (!known) return;
    if (descriptor.kind === 'box') put(BODY.numbers, descriptor.halves);
    else if (descriptor.kind === 'ball') put(BODY.numbers, [descriptor.radius, 0]);
    else if (descriptor.kind === 'rod') put(BODY.numbers, [descriptor.radius, descriptor.half]);
    else if (descriptor.kind === 'extent') {
      const { extent, times } = descriptor;
      put(BODY.numbers, [...extent.low.map((n) => n - times * thick), ...extent.high.map((n) => n + times * thick)]);
    }
  }
}
