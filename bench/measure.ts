/** Rounds of each case; cases are run in turn, so that a busy machine slows all of them alike. */
export const ROUNDS = 7;

const ranked = (values: readonly number[], share: number): number =>
  [...values].toSorted((a, b) => a - b)[Math.floor(values.length * share)]!;
export const median = (values: readonly number[]): number => ranked(values, 1 / 2);
export const quartile = (values: readonly number[]): number => ranked(values, 1 / 4);

type Cases = Readonly<Record<string, () => number | Promise<number>>>;

/** Runs cases in turn, once unmeasured; what each gives, round by round. */
export async function series(cases: Cases, rounds: number): Promise<Record<string, number[]>> {
  const found: Record<string, number[]> = Object.fromEntries(Object.keys(cases).map((name) => [name, []]));
  for (let round = -1; round < rounds; round++)
    for (const [name, run] of Object.entries(cases)) {
      const value = await run();
      if (round >= 0) found[name]!.push(value);
    }
  return found;
}

/** The same, so often as usual; the medians of what each gives. */
export async function inTurn(cases: Cases): Promise<Record<string, number>> {
  const found = await series(cases, ROUNDS);
  return Object.fromEntries(Object.entries(found).map(([name, values]) => [name, median(values)]));
}

/** Prints a case as a line of JSON, numbers to three digits or whole. */
export function tell(row: Readonly<Record<string, string | number>>): void {
  const short = (value: string | number) =>
    typeof value === 'string' || Number.isInteger(value) ? value : Number(value.toPrecision(value > 100 ? 4 : 3));
  console.log(JSON.stringify(Object.fromEntries(Object.entries(row).map(([name, value]) => [name, short(value)]))));
}
