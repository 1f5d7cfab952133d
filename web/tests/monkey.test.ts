import fc from 'fast-check';
import { expect, it } from 'vitest';
import { examples } from '../../core/examples';
import { anyScene } from '../../core/tests/any-scene';
import { newScene } from '../../core/scene/starters';
import { doAll, someSteps } from './monkey';

/** Steps in all; `BATHYCLAST_MONKEY_STEPS=200000` does more, `BATHYCLAST_MONKEY_SEED` others. */
const STEPS = Number(process.env['BATHYCLAST_MONKEY_STEPS'] ?? 20_000);
const SEED = Number(process.env['BATHYCLAST_MONKEY_SEED'] ?? 41);
const A_RUN = 50;

const aScene = fc.oneof(fc.constant(newScene('New')), fc.constantFrom(...examples.map(({ scene }) => scene)), anyScene);

it(`whatever is done, the scene is sound, goes through the API unchanged, runs, and is undone to the byte: ${STEPS} steps`, () => {
  const numRuns = Math.ceil(STEPS / A_RUN);
  const result = fc.check(fc.property(aScene, someSteps(A_RUN), doAll), { numRuns, seed: SEED });
  expect(result.failed, fc.defaultReportMessage(result) ?? '').toBe(false);
  expect(result.numRuns * A_RUN).toBeGreaterThanOrEqual(STEPS);
}, 3_600_000);
