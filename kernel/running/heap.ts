/** A stretch of memory that is free, bytes. */
interface Gap {
  start: number;
  end: number;
}

/** Places are multiples of this: a line of the cache. */
const LINE = 64;
const PAGE = 4096;

/**
 * How much is given out for so many bytes. Columns of like length follow one another, and are read side by side: were
 * they a power of two apart, their pages and lines would push one another out of the caches. So long ones are an odd
 * number of pages and some lines long.
 */
const whole = (bytes: number) =>
  bytes < 16 * PAGE ? Math.ceil(bytes / LINE) * LINE : (Math.ceil(bytes / PAGE) | 1) * PAGE + 9 * LINE;

/** Gives out stretches of a memory that can grow: the first gap that is large enough. */
export class Heap {
  private readonly gaps: Gap[];

  /** `grow` makes the memory at least so long; it throws RangeError where it can’t. */
  constructor(
    start: number,
    private end: number,
    private readonly grow: (end: number) => void,
  ) {
    this.gaps = [{ start, end }];
  }

  /** Bytes that are free within the memory as long as it is. */
  get unused(): number {
    return this.gaps.reduce((sum, { start, end }) => sum + end - start, 0);
  }

  /** A stretch of so many bytes, rounded up to lines of 64. Throws RangeError where there is no more memory. */
  take(bytes: number): number {
    const size = whole(bytes);
    let at = this.gaps.findIndex(({ start, end }) => end - start >= size);
    if (at < 0) {
      const last = this.gaps.at(-1);
      const from = last?.end === this.end ? last.start : this.end;
      // Half as much again, so that it does not grow with each column.
      const end = Math.max(from + size, LINE * Math.floor(Math.min(this.end * 1.5, this.end + 2 ** 26) / LINE));
      this.grow(end);
      this.add(this.end, end);
      this.end = end;
      at = this.gaps.length - 1;
    }
    const gap = this.gaps[at]!;
    const { start } = gap;
    gap.start += size;
    if (gap.start === gap.end) this.gaps.splice(at, 1);
    return start;
  }

  /** Gives a stretch back. */
  free(start: number, bytes: number): void {
    if (bytes > 0) this.add(start, start + whole(bytes));
  }

  private add(start: number, end: number): void {
    let at = this.gaps.findIndex((gap) => gap.start > start);
    if (at < 0) at = this.gaps.length;
    this.gaps.splice(at, 0, { start, end });
    const next = this.gaps[at + 1];
    if (next?.start === end) {
      this.gaps[at]!.end = next.end;
      this.gaps.splice(at + 1, 1);
    }
    const before = this.gaps[at - 1];
    if (before?.end === start) {
      before.end = this.gaps[at]!.end;
      this.gaps.splice(at, 1);
    }
  }
}
