/** Depth is cut into this many steps for sorting. */
const STEPS = 4096;

/** Sorts particles far to near along a view direction, by counting; writes `count` slots into `order`. */
export class DepthOrder {
  private keys = new Uint16Array(0);
  private readonly starts = new Uint32Array(STEPS + 1);

  sort(
    x: Float32Array,
    y: Float32Array,
    z: Float32Array,
    count: number,
    direction: readonly [number, number, number],
    order: Uint32Array,
  ): void {
    if (this.keys.length < count) this.keys = new Uint16Array(count * 2);
    const [dx, dy, dz] = direction;
    let low = Infinity;
    let high = -Infinity;
    for (let i = 0; i < count; i++) {
      const depth = x[i]! * dx + y[i]! * dy + z[i]! * dz;
      if (depth < low) low = depth;
      if (depth > high) high = depth;
    }
    const { keys, starts } = this;
    const scale = high > low ? (STEPS - 1) / (high - low) : 0;
    starts.fill(0);
    for (let i = 0; i < count; i++) {
      const key = Math.floor((high - (x[i]! * dx + y[i]! * dy + z[i]! * dz)) * scale);
      keys[i] = key;
      starts[key + 1]!++;
    }
    for (let k = 0; k < STEPS; k++) starts[k + 1]! += starts[k]!;
    for (let i = 0; i < count; i++) order[starts[keys[i]!]!++] = i;
  }
}
