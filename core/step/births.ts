import { amounts } from '../amounts';
import type { Births, Clock } from '../amounts/amount';
import { cos, sin } from '../math/exact';
import { rotate, rotationFromDegrees } from '../math/rotation';
import { frameAbout, normalised } from '../math/vector';
import { lookup, Purpose, streamOf, uniform, varied } from '../random/lookup';
import type { Emitter, Scene } from '../scene/document';
import { shapes } from '../shapes';
import type { BirthPlace } from '../shapes/shape';
import type { Population } from './population';

/** Room for k in a particle's number; the amount row sits above it. */
const NUMBERS_A_ROW = 0x10000000;

/** Which of an emitter's particles a run takes part in. */
export interface Portion {
  /** Draft share, above 0 up to 1: a particle takes part if its hash is below it. */
  readonly share: number;
  /** This run is the `slice`-th of `slices` that together hold all particles. */
  readonly slice: number;
  readonly slices: number;
}

/** Makes the particles of one emitter. */
export interface Nursery {
  /** Adds the particles born in (from, to], frames with fractions. */
  during(population: Population, from: number, to: number): void;
  /** Adds the particles born at the very beginning of a frame. */
  atFrame(population: Population, frame: number): void;
}

/** Makes an emitter ready to give birth. */
export function nurseryOf(scene: Scene, emitter: Emitter, clock: Clock, portion: Portion): Nursery {
  const stream = streamOf(scene.seed, emitter.seed);
  const { birth } = emitter;
  const sample = shapes.get(emitter.shape.kind).sampler(emitter.shape);
  const rotation = rotationFromDegrees(emitter.place.rotation);
  const [ox, oy, oz] = emitter.place.position;
  const fixed = normalised(birth.direction);
  const cosSpread = cos(birth.spread * 0.017453292519943295);
  const place: BirthPlace = { x: 0, y: 0, z: 0, nx: 0, ny: 1, nz: 0 };
  const draftLimit = portion.share * 4294967296;
  let id = 0;
  const pick = (n: number) => uniform(stream, id, Purpose.shape + n);
  const luck = (purpose: number) => uniform(stream, id, purpose);

  function bear(population: Population, frame: number): void {
    sample(pick, place);
    const axis = birth.along === 'normal' ? ([place.nx, place.ny, place.nz] as const) : fixed;
    let direction = axis;
    if (birth.spread > 0) {
      // Even over the cone's cap: cosines between 1 and cos(spread) are equally likely.
      const c = 1 - luck(Purpose.spreadAngle) * (1 - cosSpread);
      const s = Math.sqrt(Math.max(0, 1 - c * c));
      const turn = 6.283185307179586 * luck(Purpose.spreadTurn);
      const [u, v] = frameAbout(axis);
      const a = s * cos(turn);
      const b = s * sin(turn);
      direction = [c * axis[0] + a * u[0] + b * v[0], c * axis[1] + a * u[1] + b * v[1], c * axis[2] + a * u[2] + b * v[2]];
    }
    const speed = varied(birth.speed, birth.speedVariance, luck(Purpose.speed));
    const position = rotate(rotation, [place.x, place.y, place.z]);
    const velocity = rotate(rotation, direction);
    const slot = population.add();
    const { columns } = population;
    population.id[slot] = id;
    population.birth[slot] = frame / clock.fps;
    columns.x[slot] = ox + position[0];
    columns.y[slot] = oy + position[1];
    columns.z[slot] = oz + position[2];
    columns.vx[slot] = speed * velocity[0];
    columns.vy[slot] = speed * velocity[1];
    columns.vz[slot] = speed * velocity[2];
    columns.life[slot] = Math.max(0, varied(birth.life, birth.lifeVariance, luck(Purpose.life)));
    columns.mass[slot] = Math.max(birth.mass / 1000, varied(birth.mass, birth.massVariance, luck(Purpose.mass)));
    columns.drag[slot] = Math.max(0, varied(birth.drag, birth.dragVariance, luck(Purpose.drag)));
    columns.size[slot] = Math.max(0, varied(birth.size, birth.sizeVariance, luck(Purpose.size)));
    population.born++;
  }

  function bearAll(population: Population, row: number, births: Births): void {
    for (let k = births.first; k <= births.last; k++) {
      id = (row * NUMBERS_A_ROW + k) >>> 0;
      if (id % portion.slices !== portion.slice) continue;
      if (lookup(stream, id, Purpose.draft) >= draftLimit) continue;
      bear(population, births.at(k));
    }
  }

  return {
    during(population, from, to) {
      emitter.amounts.forEach((amount, row) => bearAll(population, row, amounts.get(amount.kind).during(amount, clock, from, to)));
    },
    atFrame(population, frame) {
      emitter.amounts.forEach((amount, row) => bearAll(population, row, amounts.get(amount.kind).atFrame(amount, clock, frame)));
    },
  };
}
