/** What one field delivers on a frame; sums, so that parts of a frame can be added. */
export interface Meter {
  /** Particles it is sent to, among those measured. */
  count: number;
  /** Of those, particles at which something of it arrives, and those at which its own weight is not 0. */
  touched: number;
  reached: number;
  /** Σ |w·F|² in the square of its unit. */
  squares: number;
  /** max |w·F|. */
  peak: number;
  /** Σ w²: of fields that blend, w is the part that they replace a frame. */
  weightSquares: number;
  /** Σ of the squared acceleration it causes, (m/s²)². */
  feltSquares: number;
  /** Σ |w·F|² as it would be without the groups around it. */
  ownSquares: number;
  /**
   * Σ of the dot product of the acceleration it gives and that of all others together, (m/s²)²: negative where they
   * work against it.
   */
  against: number;
  /** The highest speed among the particles it is sent to, m/s. */
  fastest: number;
  /** The highest drag rate among the particles it is sent to, 1/s. */
  grip: number;
  /** The least mass among them, kg; Infinity without any. */
  lightest: number;
  /**
   * How far the nearest particle lies beyond the outer radius, metres; 0 or less where one is within. Infinity without
   * particles.
   */
  missedBy: number;
  /** Particles that get through it although it should keep them off, and the highest speed at which they come, m/s. */
  passing: number;
  passingAt: number;
  /** Values that its formulas could not compute, and took as 0. */
  uncomputed: number;
}

/** Σ of squares and peak over so many particles. */
export interface Delivered {
  count: number;
  squares: number;
  peak: number;
}

/** Where the living particles of an emitter are. */
export interface Bounds {
  count: number;
  low: [number, number, number];
  high: [number, number, number];
}

/** Everything measured on one frame. */
export interface Meters {
  /** In the order of the scene's fields. */
  fields: Meter[];
  /** What each group delivers, in the order of the scene's groups: Σ of squares and peak of its members together. */
  groups: Delivered[];
  /** The whole stack, drag, steering and speed limits included: Σ of squares and peak of the acceleration, m/s². */
  total: Delivered;
  /** The fields that move, together: Σ of squares and peak of the velocity, m/s. */
  moved: Delivered;
  /** In the order of the scene's emitters. */
  bounds: Bounds[];
}

const emptyMeter = (): Meter => ({
  count: 0,
  touched: 0,
  reached: 0,
  squares: 0,
  peak: 0,
  weightSquares: 0,
  feltSquares: 0,
  ownSquares: 0,
  against: 0,
  fastest: 0,
  grip: 0,
  lightest: Infinity,
  missedBy: Infinity,
  passing: 0,
  passingAt: 0,
  uncomputed: 0,
});
const noDelivery = (): Delivered => ({ count: 0, squares: 0, peak: 0 });
const addDelivered = (a: Delivered, b: Delivered): Delivered => ({
  count: a.count + b.count,
  squares: a.squares + b.squares,
  peak: Math.max(a.peak, b.peak),
});
/** The bounds of nothing. */
export const emptyBounds = (): Bounds => ({
  count: 0,
  low: [Infinity, Infinity, Infinity],
  high: [-Infinity, -Infinity, -Infinity],
});

/** Meters of nothing, for so many fields, emitters and groups. */
export function emptyMeters(fields: number, emitters: number, groups = 0): Meters {
  return {
    fields: Array.from({ length: fields }, emptyMeter),
    groups: Array.from({ length: groups }, noDelivery),
    total: noDelivery(),
    moved: noDelivery(),
    bounds: Array.from({ length: emitters }, emptyBounds),
  };
}

/** The meters of a frame from the meters of its parts. */
export function addMeters(a: Meters, b: Meters): Meters {
  return {
    fields: a.fields.map((x, i) => {
      const y = b.fields[i]!;
      return {
        count: x.count + y.count,
        touched: x.touched + y.touched,
        reached: x.reached + y.reached,
        squares: x.squares + y.squares,
        peak: Math.max(x.peak, y.peak),
        weightSquares: x.weightSquares + y.weightSquares,
        feltSquares: x.feltSquares + y.feltSquares,
        ownSquares: x.ownSquares + y.ownSquares,
        against: x.against + y.against,
        fastest: Math.max(x.fastest, y.fastest),
        grip: Math.max(x.grip, y.grip),
        lightest: Math.min(x.lightest, y.lightest),
        missedBy: Math.min(x.missedBy, y.missedBy),
        passing: x.passing + y.passing,
        passingAt: Math.max(x.passingAt, y.passingAt),
        uncomputed: x.uncomputed + y.uncomputed,
      };
    }),
    groups: a.groups.map((g, i) => addDelivered(g, b.groups[i]!)),
    total: addDelivered(a.total, b.total),
    moved: addDelivered(a.moved, b.moved),
    bounds: a.bounds.map((x, i) => {
      const y = b.bounds[i]!;
      const pair = (of: (p: number, q: number) => number, p: Bounds['low'], q: Bounds['low']): Bounds['low'] => [
        of(p[0], q[0]),
        of(p[1], q[1]),
        of(p[2], q[2]),
      ];
      return { count: x.count + y.count, low: pair(Math.min, x.low, y.low), high: pair(Math.max, x.high, y.high) };
    }),
  };
}

/** Root mean square of what a field delivers to the particles it is sent to, in its unit. */
export function rms(meter: { squares: number; count: number }): number {
  return meter.count > 0 ? Math.sqrt(meter.squares / meter.count) : 0;
}
