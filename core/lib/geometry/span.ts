/** A box along the axes, by its lowest and highest corners. */
export class Span {
  readonly low = new Float64Array(3);
  readonly high = new Float64Array(3);

  /** Makes it empty, so that whatever is included is all of it. */
  clear(): this {
    this.low.fill(Infinity);
    this.high.fill(-Infinity);
    return this;
  }

  /** Makes it just large enough to hold another beside what it holds. */
  include({ low, high }: Span): this {
    for (let axis = 0; axis < 3; axis++) {
      if (low[axis]! < this.low[axis]!) this.low[axis] = low[axis]!;
      if (high[axis]! > this.high[axis]!) this.high[axis] = high[axis]!;
    }
    return this;
  }

  /** Whether it has no point in common with a box about the origin with those half widths. */
  isBeside(x: number, y: number, z: number): boolean {
    const { low, high } = this;
    return low[0]! > x || high[0]! < -x || low[1]! > y || high[1]! < -y || low[2]! > z || high[2]! < -z;
  }

  /** Whether it lies within a box about the origin with those half widths. */
  isWithin(x: number, y: number, z: number): boolean {
    const { low, high } = this;
    return low[0]! > -x && high[0]! < x && low[1]! > -y && high[1]! < y && low[2]! > -z && high[2]! < z;
  }

  /** Whether it is further than that from another along one of the axes. */
  isApart({ low, high }: Span, by: number): boolean {
    for (let axis = 0; axis < 3; axis++)
      if (this.low[axis]! > high[axis]! + by || this.high[axis]! < low[axis]! - by) return true;
    return false;
  }

  /** Makes it just large enough to hold points, three numbers each, beside what it holds. */
  includePoints(points: ArrayLike<number>): this {
    for (let i = 0; i < points.length; i++) {
      const axis = i % 3;
      if (points[i]! < this.low[axis]!) this.low[axis] = points[i]!;
      if (points[i]! > this.high[axis]!) this.high[axis] = points[i]!;
    }
    return this;
  }

  /** The distances of its nearest and its farthest point from the origin. */
  get distances(): readonly [nearest: number, farthest: number] {
    let [near, far] = [0, 0];
    for (let axis = 0; axis < 3; axis++) {
      const [low, high] = [this.low[axis]!, this.high[axis]!];
      const beside = Math.max(low, -high, 0);
      const out = Math.max(Math.abs(low), Math.abs(high));
      near += beside * beside;
      far += out * out;
    }
    return [Math.sqrt(near), Math.sqrt(far)];
  }
}
