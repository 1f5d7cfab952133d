/** Rounds of each case; cases are run in turn, so that a busy machine slows all of them alike. */
export const ROUNDS = 7;

export const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

export const quartile = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 2]!;

/** Runs two cases by turns, so often; what each gives, and how many times the second the first is, round by round. */
export async function byTurns(
  one: () => number | Promise<number>,
  other: () => number | Promise<number>,
  rounds: number,
): Promise<{ readonly one: number[]; readonly other: number[]; readonly ratios: number[] }> {
  const found = { one: [] as number[], other: [] as number[], ratios: [] as number[] };
  for (let round = -1; round < rounds; round++) {
    const [a, b] = [await one(), await other()];
    if (round < 0) continue;
    found.one.push(a);
    found.other.push(b);
    found.ratios.push(a / b);
  }
  return found;
}

/** Runs cases in turn, once unmeasured; the medians of what each gives. */
export async function inTurn(
  cases: Readonly<Record<string, () => number | Promise<number>>>,
  rounds = ROUNDS,
): Promise<Record<string, number>> {
  const found: Record<string, number[]> = Object.fromEntries(Object.keys(cases).map((name) => [name, []]));
  for (let round = -1; round < rounds; round++)
    for (const [name, run] of Object.entries(cases)) {
      const value = await run();
      if (round >= 0) found[name]!.push(value);
    }
  return Object.fromEntries(Object.entries(found).map(([name, values]) => [name, median(values)]));
}

/** Prints a case as a line of JSON, numbers to three digits or whole. */
export function tell(row: Readonly<Record<string, string | number>>): void {
  const short = (value: string | number) =>
    typeof value === 'string' || Number.isInteger(value) ? value : Number(value.toPrecision(value > 100 ? 4 : 3));
  console.log(JSON.stringify(Object.fromEntries(Object.entries(row).map(([name, value]) => [name, short(value)]))));
}
