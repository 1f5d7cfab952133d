/** Numbers at the ends of their ranges: those are read where sizes and counts stand. */
const ENDS = [0, 1, 0x7f, 0x80, 0xff, 0x7fffffff, 0x80000000, 0xffffffff];

/**
 * A file broken at random, the same for the same seed: bytes and numbers changed, pieces left out, doubled, moved, cut
 * off, or taken from another.
 */
export function mutated(bytes: Uint8Array, seed: number, others: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  let state = (seed * 2654435761 + 1) >>> 0;
  const below = (n: number): number => {
    // xorshift32 (Marsaglia 2003).
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    state >>>= 0;
    return state % Math.max(1, n);
  };
  let file = new Uint8Array(bytes);
  const piece = () => {
    const from = below(file.length);
    return [from, Math.min(file.length, from + 1 + below(Math.max(2, file.length >> 3)))] as const;
  };
  const put = (at: number, part: Uint8Array, to: number) => {
    const next = new Uint8Array(at + part.length + file.length - to);
    next.set(file.subarray(0, at));
    next.set(part, at);
    next.set(file.subarray(to), at + part.length);
    file = next;
  };
  for (let change = 1 + below(4); change > 0 && file.length > 0; change--) {
    const [from, to] = piece();
    switch (below(8)) {
      case 0:
        file[from] = below(256);
        break;
      case 1:
        file[from]! ^= 1 << below(8);
        break;
      case 2:
        if (from + 4 <= file.length)
          new DataView(file.buffer).setUint32(from, ENDS[below(ENDS.length)]!, below(2) === 0);
        break;
      case 3:
        put(from, new Uint8Array(), to);
        break;
      case 4:
        put(from, file.slice(from, to), from);
        break;
      case 5:
        file = file.slice(0, from);
        break;
      case 6: {
        const other = others[below(others.length)]!;
        const start = below(other.length);
        put(from, other.subarray(start, start + (to - from)), to);
        break;
      }
      default: {
        // A number in a text becomes a large, negative or broken one.
        const digit = file.findIndex((c, i) => i >= from && c >= 0x30 && c <= 0x39);
        if (digit >= 0)
          put(digit, new TextEncoder().encode(['99999999', '-1', '1e400', 'NaN', ''][below(5)]), digit + 1);
      }
    }
  }
  return file;
}
