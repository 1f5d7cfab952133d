import { addSimplexCurl } from '../core/lib/noise/simplex';

/**
 * The five-field stack written out in one loop over plain columns, without weights, births or deaths: what it is held
 * against.
 */
export class Reference {
  private readonly state: Float32Array;
  private readonly curl = new Float64Array(3);

  constructor(
    private readonly count: number,
    place: (i: number) => readonly [number, number, number],
  ) {
    this.state = new Float32Array(count * 6);
    for (let i = 0; i < count; i++) this.state.set(place(i), 6 * i);
  }

  /** One step of dt seconds: gravity, carrying wind, vortex, attractor, turbulence; drag 0.5 1/s. */
  step(dt: number): void {
    const { state, curl } = this;
    const decay = Math.exp(-0.5 * dt);
    const push = (1 - decay) / 0.5;
    for (let i = 0; i < this.count; i++) {
      const o = 6 * i;
      const x = state[o]!;
      const y = state[o + 1]!;
      const z = state[o + 2]!;
      const r2 = x * x + z * z + 1e-12;
      const swirl = (1.566974 * 0.5 * (1 - Math.exp(-r2 / 0.25))) / r2;
      const d = 1 / Math.sqrt(r2 + y * y + 0.01);
      curl.fill(0);
      addSimplexCurl(x * 0.57, y * 0.57, z * 0.57, 1, 18.851, curl);
      const ax = swirl * z - 0.5 * d * x + curl[0]!;
      const ay = -1 - 0.5 * d * y + curl[1]!;
      const az = -swirl * x - 0.5 * d * z + curl[2]!;
      state[o + 3] = 0.5 + (state[o + 3]! - 0.5) * decay + push * ax;
      state[o + 4] = state[o + 4]! * decay + push * ay;
      state[o + 5] = state[o + 5]! * decay + push * az;
      state[o] = x + state[o + 3]! * dt;
      state[o + 1] = y + state[o + 4]! * dt;
      state[o + 2] = z + state[o + 5]! * dt;
    }
  }
}
