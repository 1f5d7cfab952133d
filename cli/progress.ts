/** Milliseconds between two lines where standard error is no terminal. */
const EVERY = 10_000;

/** Tells on standard error how far a work has come: in place on a terminal, elsewhere a line every ten seconds. */
export class Progress {
  private last = performance.now();
  private open = false;

  constructor(
    private readonly noun: string,
    private readonly total: number,
  ) {}

  at(done: number): void {
    const text = `${this.noun} ${done} of ${this.total}`;
    if (process.stderr.isTTY) {
      process.stderr.write(`\r${text} `);
      this.open = true;
    } else if (performance.now() - this.last >= EVERY) {
      this.last = performance.now();
      process.stderr.write(`${text}\n`);
    }
  }

  end(): void {
    if (this.open) process.stderr.write('\n');
    this.open = false;
  }
}
