import { addScaled, copy, cross, dot, normalise, set, triple, type Triple } from '../../../lib/math/triple';

/** The normals of the surfaces that a particle lies on. */
export class Lying {
  count = 0;
  private readonly normals: Triple[] = [];

  add(normal: Triple): void {
    const kept = (this.normals[this.count++] ??= triple());
    copy(kept, normal);
  }

  /**
   * What is left of a vector for a particle that lies on these surfaces, the last of them new: nothing that presses into
   * one; between two, what runs along their crease; between three, nothing. In place.
   */
  settle(v: Triple): void {
    const last = this.normals[this.count - 1]!;
    addScaled(free, v, last, -Math.min(0, dot(v, last)));
    const other = this.pressed(free, 1e-12);
    if (!other) return copy(v, free);
    cross(crease, other, last);
    normalise(crease);
    const along = dot(v, crease);
    set(v, 0, 0, 0);
    addScaled(v, v, crease, along);
    if (this.pressed(v, 1e-9)) set(v, 0, 0, 0);
  }

  /** The first surface that a vector presses into by more than so much. */
  private pressed(v: Triple, by: number): Triple | undefined {
    for (let n = 0; n < this.count; n++) if (dot(v, this.normals[n]!) < -by) return this.normals[n];
    return undefined;
  }
}

const [free, crease] = [triple(), triple()];
const pull = triple();

/**
 * Whether what lies on a surface stays where it is (Coulomb's law of dry friction): what pulls it along is no more than
 * `grip` times what presses it on, and it is no faster than the pull of one frame makes it.
 */
export function staysPut(gain: Triple, normal: Triple, along: Triple, grip: number, frames: number): boolean {
  const press = -dot(gain, normal);
  if (press <= 0 || grip === 0) return false;
  addScaled(pull, gain, normal, press);
  return dot(pull, pull) <= grip * grip * press * press && dot(along, along) * frames * frames <= dot(gain, gain);
}

/** The same for what lies between surfaces, where all that is left of the pull runs along their crease. */
export function isWedged(gain: Triple, left: Triple, along: Triple, grip: number, frames: number): boolean {
  const square = dot(gain, gain);
  return dot(left, left) <= grip * grip * square && dot(along, along) * frames * frames <= square;
}
