import { cos, log, sin } from '../../lib/math/exact';
import { rotate, rotationFromDegrees } from '../../lib/math/rotation';
import { quaternionOf, turnAbout, turnedBy, upTo, type Quaternion } from '../../lib/math/quaternion';
import { frameAbout, normalised, type Vector } from '../../lib/math/vector';
import { product, type Similarity } from '../../lib/math/similarity';
import { luckOf, Purpose, uniform, uniformOf, varied } from '../../lib/random/lookup';
import type { Emitter } from '../../document/scene';
import { drawnBy, type Drawn } from './birth-descriptor';
import type { Population } from './population';

const RADIAN = 0.017453292519943295;
const WHOLE_TURN = 6.283185307179586;

/** A direction within a cone about an axis, even over its cap; u and v are in [0, 1). */
export function inCone(axis: Vector, cosine: number, u: number, v: number): Vector {
  // Cosines between 1 and that of the opening are equally likely.
  const c = 1 - u * (1 - cosine);
  const s = Math.sqrt(Math.max(0, 1 - c * c));
  const turn = WHOLE_TURN * v;
  const [a, b] = frameAbout(axis);
  const p = s * cos(turn);
  const q = s * sin(turn);
  return [c * axis[0] + p * a[0] + q * b[0], c * axis[1] + p * a[1] + q * b[1], c * axis[2] + p * a[2] + q * b[2]];
}

/** Cosine of the cone that an emitter’s particles are spread over. */
export const cosOfSpread = ({ birth }: Emitter): number => cos(birth.spread * RADIAN);

/** A direction of any way, equally likely. */
export const anyWay = (u: number, v: number): Vector => inCone([0, 0, 1], -1, u, v);

/** Writes an orientation; of q and −q, which turn alike, that with w ≥ 0. */
export function setOrientation({ columns }: Population, slot: number, [x, y, z, w]: Quaternion): void {
  const sign = w < 0 ? -1 : 1;
  columns.qx[slot] = sign * x;
  columns.qy[slot] = sign * y;
  columns.qz[slot] = sign * z;
}

/** Where and how one particle begins; all in the world, but for the normal and the turning, which are the emitter's. */
export interface Start {
  readonly id: number;
  /** The number of its body, on which its randomness depends; its own where it is left out. */
  readonly body?: number;
  /** Frame with fraction. */
  readonly frame: number;
  readonly position: Vector;
  /** Unit direction in which it leaves. */
  readonly direction: Vector;
  /** Velocity it takes over, m/s. */
  readonly taken: Vector;
  /** Unit normal in the world. */
  readonly normal: Vector;
}

/** A number that does not vary needs no randomness. */
const draw = ({ value, variance, purpose, least }: Drawn, hashRandom: number) =>
  Math.max(least, variance === 0 ? value : varied(value, variance, uniformOf(hashRandom, purpose)));

/** Fills slots with newborn particles of one emitter. */
export class NewbornWriter {
  private readonly cosSpread: number;
  private readonly spinAxis: Vector;
  private readonly numbers: ReturnType<typeof drawnBy>;

  constructor(
    private readonly emitter: Emitter,
    private readonly stream: number,
    private readonly fps: number,
    /** The frame after the last of the shot: who lives as long as the scene dies then. */
    private readonly end: number,
  ) {
    this.cosSpread = cosOfSpread(emitter);
    this.spinAxis = normalised(emitter.birth.spinAxis);
    this.numbers = drawnBy(emitter);
  }

  /** The direction within the emitter's spread about an axis, for that particle. */
  spread(axis: Vector, id: number): Vector {
    if (this.emitter.birth.spread === 0) return axis;
    return inCone(
      axis,
      this.cosSpread,
      uniform(this.stream, id, Purpose.spreadAngle),
      uniform(this.stream, id, Purpose.spreadTurn),
    );
  }

  /** Adds a particle; returns its slot. */
  spawn(population: Population, place: Similarity, start: Start): number {
    const { birth } = this.emitter;
    const { id, body = id, frame, position, direction, taken } = start;
    const hashRandom = luckOf(this.stream, body);
    const { numbers } = this;
    const speed = draw(numbers.speed, hashRandom);
    const slot = population.add();
    const { columns } = population;
    population.id[slot] = id;
    population.birth[slot] = frame / this.fps;
    columns.x[slot] = position[0];
    columns.y[slot] = position[1];
    columns.z[slot] = position[2];
    columns.vx[slot] = speed * direction[0] + taken[0];
    columns.vy[slot] = speed * direction[1] + taken[1];
    columns.vz[slot] = speed * direction[2] + taken[2];
    columns.life[slot] = birth.immortal ? Math.max(0, (this.end - frame) / this.fps) : this.life(hashRandom);
    columns.mass[slot] = draw(numbers.mass, hashRandom);
    columns.drag[slot] = draw(numbers.drag, hashRandom);
    columns.size[slot] = draw(numbers.size, hashRandom);
    if (population.turns) this.turn(population, slot, place, start, (purpose) => uniformOf(hashRandom, purpose));
    population.born++;
    return slot;
  }

  /** Even on value ± variance; or with an exponential tail of that mean and least value − variance. */
  private life(hashRandom: number): number {
    const { life, lifeVariance, lifeDistribution } = this.emitter.birth;
    if (lifeVariance === 0 || lifeDistribution === 'uniform') return draw(this.numbers.life, hashRandom);
    return Math.max(0, life - lifeVariance * (1 + log(1 - uniformOf(hashRandom, Purpose.life))));
  }

  private turn(
    population: Population,
    slot: number,
    { rotation }: Similarity,
    { normal }: Start,
    hashRandom: (purpose: number) => number,
  ): void {
    const { birth } = this.emitter;
    const { columns } = population;
    let q = turnAbout(
      anyWay(hashRandom(Purpose.orientation), hashRandom(Purpose.orientation + 1)),
      WHOLE_TURN * hashRandom(Purpose.orientation + 2),
    );
    if (birth.orientation !== 'any') {
      q =
        birth.orientation === 'normal'
          ? upTo(normal)
          : quaternionOf(product(rotation, rotationFromDegrees(birth.angles)));
      const about = anyWay(hashRandom(Purpose.tiltTurn), hashRandom(Purpose.orientation));
      if (birth.tilt > 0)
        q = turnedBy(turnAbout(about, birth.tilt * RADIAN * (2 * hashRandom(Purpose.tiltAngle) - 1)), q);
    }
    setOrientation(population, slot, q);
    const perUnit = RADIAN * varied(birth.spin, birth.spinVariance, hashRandom(Purpose.spin));
    const spin = birth.spinUnit === 'frame' ? perUnit * this.fps : perUnit;
    const axis =
      birth.spinAbout === 'any'
        ? anyWay(hashRandom(Purpose.spinAxis), hashRandom(Purpose.spinAxisTurn))
        : rotate(rotation, this.spinAxis);
    columns.wx[slot] = spin * axis[0];
    columns.wy[slot] = spin * axis[1];
    columns.wz[slot] = spin * axis[2];
  }
}
