import { ALONE, expect, test } from './test';
import { DISASTERS, endure } from './disasters';

/** Rounds; `BATHYCLAST_ENDURE=50` does as many as docs/reliability.md tells of, `BATHYCLAST_ENDURE_SEED` others. */
const ROUNDS = Number(process.env['BATHYCLAST_ENDURE'] ?? DISASTERS.length);
const SEED = Number(process.env['BATHYCLAST_ENDURE_SEED'] ?? 7);

test(`no edit is lost or made twice by ${ROUNDS} disasters`, ALONE, async () => {
  test.setTimeout(120_000 + ROUNDS * 60_000);
  const { done, slowest } = await endure(ROUNDS, SEED);
  console.log(`${JSON.stringify(done)}; the server has an edit ${slowest} ms after the new start at the latest`);
  expect(Object.values(done).reduce((sum, n) => sum + n, 0)).toBe(ROUNDS);
});
