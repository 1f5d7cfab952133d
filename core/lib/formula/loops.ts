/**
 * Writes a result for each of the first `count` entries of the operands. What can't be computed comes out as infinite
 * or as no number; false tells that something has, or may have.
 */
export type Loop = (operands: readonly Float64Array[], count: number, out: Float64Array) => boolean;

// The commonest operations have loops of their own, four entries a turn: through one and the same loop, called one by
// one, they cost several times as much.

export const add: Loop = ([a, b], count, out) => {
  let i = 0;
  for (; i + 4 <= count; i += 4) {
    out[i] = a![i]! + b![i]!;
    out[i + 1] = a![i + 1]! + b![i + 1]!;
    out[i + 2] = a![i + 2]! + b![i + 2]!;
    out[i + 3] = a![i + 3]! + b![i + 3]!;
  }
  for (; i < count; i++) out[i] = a![i]! + b![i]!;
  return true;
};

export const subtract: Loop = ([a, b], count, out) => {
  let i = 0;
  for (; i + 4 <= count; i += 4) {
    out[i] = a![i]! - b![i]!;
    out[i + 1] = a![i + 1]! - b![i + 1]!;
    out[i + 2] = a![i + 2]! - b![i + 2]!;
    out[i + 3] = a![i + 3]! - b![i + 3]!;
  }
  for (; i < count; i++) out[i] = a![i]! - b![i]!;
  return true;
};

export const multiply: Loop = ([a, b], count, out) => {
  let i = 0;
  for (; i + 4 <= count; i += 4) {
    out[i] = a![i]! * b![i]!;
    out[i + 1] = a![i + 1]! * b![i + 1]!;
    out[i + 2] = a![i + 2]! * b![i + 2]!;
    out[i + 3] = a![i + 3]! * b![i + 3]!;
  }
  for (; i < count; i++) out[i] = a![i]! * b![i]!;
  return true;
};

export const divide: Loop = ([a, b], count, out) => {
  let sum = 0;
  for (let i = 0; i < count; i++) {
    const value = a![i]! / b![i]!;
    out[i] = value;
    sum += value - value;
  }
  return sum === 0;
};

export const negate: Loop = ([a], count, out) => {
  for (let i = 0; i < count; i++) out[i] = -a![i]!;
  return true;
};

export const less: Loop = ([a, b], count, out) => {
  for (let i = 0; i < count; i++) out[i] = a![i]! < b![i]! ? 1 : 0;
  return true;
};

export const more: Loop = ([a, b], count, out) => less([b!, a!], count, out);

export const root: Loop = ([a], count, out) => {
  let sum = 0;
  for (let i = 0; i < count; i++) {
    const value = Math.sqrt(a![i]!);
    out[i] = value;
    sum += value - value;
  }
  return sum === 0;
};

export const absolute: Loop = ([a], count, out) => {
  for (let i = 0; i < count; i++) out[i] = Math.abs(a![i]!);
  return true;
};

export const whole: Loop = ([a], count, out) => {
  for (let i = 0; i < count; i++) out[i] = Math.floor(a![i]!);
  return true;
};

/** A loop that calls a function of one number. */
export const each =
  (call: (a: number) => number): Loop =>
  ([a], count, out) => {
    let sum = 0;
    for (let i = 0; i < count; i++) {
      const value = call(a![i]!);
      out[i] = value;
      sum += value - value;
    }
    return sum === 0;
  };

/** A loop that calls a function of two numbers. */
export const pairs =
  (call: (a: number, b: number) => number): Loop =>
  ([a, b], count, out) => {
    let sum = 0;
    for (let i = 0; i < count; i++) {
      const value = call(a![i]!, b![i]!);
      out[i] = value;
      sum += value - value;
    }
    return sum === 0;
  };

/** A loop that calls a function of three numbers. */
export const triples =
  (call: (a: number, b: number, c: number) => number): Loop =>
  ([a, b, c], count, out) => {
    let sum = 0;
    for (let i = 0; i < count; i++) {
      const value = call(a![i]!, b![i]!, c![i]!);
      out[i] = value;
      sum += value - value;
    }
    return sum === 0;
  };

/** A loop that calls a function of any count of numbers. */
export const rows =
  (call: (...numbers: number[]) => number): Loop =>
  (operands, count, out) => {
    if (operands.length === 1) return each(call)(operands, count, out);
    if (operands.length === 2) return pairs(call)(operands, count, out);
    if (operands.length === 3) return triples(call)(operands, count, out);
    for (let i = 0; i < count; i++) out[i] = call(...operands.map((o) => o[i]!));
    return false;
  };
