import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Heap } from './heap';

/** A heap over a memory that is never longer than it asks for, and how long that is. */
function heapOf(most = Infinity): { heap: Heap; memory: { bytes: number } } {
  const memory = { bytes: 65536 };
  const heap = new Heap(4096, memory.bytes, (end) => {
    if (end > most) throw new RangeError('no more memory');
    memory.bytes = Math.max(memory.bytes, end);
  });
  return { heap, memory };
}

describe('the heap of the kernel', () => {
  it('gives out stretches in lines of 64 bytes that do not overlap, whatever is given back in between, and loses nothing', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 200_000 }), fc.nat())), (wishes) => {
        const { heap, memory } = heapOf();
        const out: { start: number; bytes: number }[] = [];
        for (const [bytes, luck] of wishes) {
          if (luck % 3 === 0 && out.length > 0) {
            const [one] = out.splice(luck % out.length, 1);
            heap.free(one!.start, one!.bytes);
            continue;
          }
          const start = heap.take(bytes);
          expect(start % 64).toBe(0);
          expect(start).toBeGreaterThanOrEqual(4096);
          expect(start + bytes).toBeLessThanOrEqual(memory.bytes);
          for (const other of out)
            expect(start >= other.start + other.bytes || start + bytes <= other.start).toBe(true);
          out.push({ start, bytes });
        }
        for (const { start, bytes } of out) heap.free(start, bytes);
        // All of it is one stretch again: nothing is between the start and the end.
        const whole = heap.unused;
        expect(heap.take(whole - 4096 - 9 * 64 - 64)).toBe(4096);
      }),
      { numRuns: 200 },
    );
  });

  it('does not grow when the same is taken and given back again and again', () => {
    const { heap, memory } = heapOf();
    const round = () => {
      const out = [400_000, 1_000, 400_000, 800_000].map((bytes) => ({ bytes, start: heap.take(bytes) }));
      for (const { start, bytes } of out) heap.free(start, bytes);
      return memory.bytes;
    };
    const first = round();
    for (let i = 0; i < 50; i++) expect(round()).toBe(first);
  });

  it('throws where the memory can’t grow, and goes on with what there is', () => {
    const { heap } = heapOf(200_000);
    expect(() => heap.take(1e6)).toThrow(RangeError);
    expect(heap.take(10_000)).toBe(4096);
  });
});
