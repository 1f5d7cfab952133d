/** Rounds of each case; cases are run in turn, so that a busy machine slows all of them alike. */
export const ROUNDS = 7;

const ranked = (values: readonly number[], share: number): number =>
  [...values].toSorted((a, b) => a - b)[Math.floor(values.length * share)]!;
export const median = (values: readonly number[]): number => ranked(values, 1 / 2);
export const quartile = (values: readonly number[]): number => ranked(values, 1 / 4);

type Cases = Readonly<Record<string, () => number | Promise<number>>>;

/** How long a loop of known length takes, milliseconds. */
function knownLoop(): number {
  const begin = performance.now();
  let x = 1;
  for (let i = 0; i < 3e6; i++) x = x * 1.0000001 + 1e-9;
  return x > 0 ? performance.now() - begin : 0;
}

/** Times its least that a loop of known length may take before and after a case that counts. */
const CALM = 1.1;
/** Times that a case is measured again where it was disturbed. */
const AGAIN = 4;

/**
 * Watches how much the machine is disturbed, by a loop of known length before and after each case, and measures a case
 * again where it is. For cases that may be run any number of times.
 */
export class Calm {
  private readonly loops: number[] = [];
  private least = Infinity;
  private repeated = 0;
  private disturbed = 0;

  private loop(): number {
    const taken = knownLoop();
    this.loops.push(taken);
    this.least = Math.min(this.least, taken);
    return taken;
  }

  /** What a case gives while nothing disturbs it; the last of some tries where something always does. */
  async measure(run: () => number | Promise<number>): Promise<number> {
    for (let again = 0; ; again++) {
      const before = this.loop();
      const value = await run();
      const after = this.loop();
      if (Math.max(before, after) <= CALM * this.least) return value;
      if (again === AGAIN) {
        this.disturbed++;
        return value;
      }
      this.repeated++;
    }
  }

  /** Prints how much the loop varied, and how often cases were measured again or stayed disturbed. */
  tell(): void {
    const [half, nine, all] = [0.5, 0.9, 1].map(
      (share) => ranked(this.loops, Math.min(share, 1 - 1 / this.loops.length)) / this.least,
    );
    const { repeated, disturbed } = this;
    tell({
      case: 'a loop of known length, in times its least',
      median: half!,
      nineInTen: nine!,
      most: all!,
      repeated,
      disturbed,
    });
  }
}

/** Runs cases in turn, once unmeasured; what each gives, round by round. */
export async function series(cases: Cases, rounds: number, calm?: Calm): Promise<Record<string, number[]>> {
  const found: Record<string, number[]> = Object.fromEntries(Object.keys(cases).map((name) => [name, []]));
  for (let round = -1; round < rounds; round++)
    for (const [name, run] of Object.entries(cases)) {
      const value = calm && round >= 0 ? await calm.measure(run) : await run();
      if (round >= 0) found[name]!.push(value);
    }
  return found;
}

/** The same, so often as usual; the medians of what each gives. */
export async function inTurn(cases: Cases, calm?: Calm): Promise<Record<string, number>> {
  const found = await series(cases, ROUNDS, calm);
  return Object.fromEntries(Object.entries(found).map(([name, values]) => [name, median(values)]));
}

/** Prints a case as a line of JSON, numbers to three digits or whole. */
export function tell(row: Readonly<Record<string, string | number>>): void {
  const short = (value: string | number) =>
    typeof value === 'string' || Number.isInteger(value) ? value : Number(value.toPrecision(value > 100 ? 4 : 3));
  console.log(JSON.stringify(Object.fromEntries(Object.entries(row).map(([name, value]) => [name, short(value)]))));
}
