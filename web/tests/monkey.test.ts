import fc from 'fast-check';
import { expect, it } from 'vitest';
import { examples } from '../../core/examples';
import { newScene } from '../../core/scene/starters';
import { anyScene } from '../../core/tests/any-scene';
import { doAll, done, someSteps } from './monkey';

/** Steps in all, `BATHYCLAST_MONKEY_STEPS=200000` does more; `BATHYCLAST_MONKEY_SEED` makes others. */
const STEPS = Number(process.env['BATHYCLAST_MONKEY_STEPS'] ?? 20_000);
const SEED = Number(process.env['BATHYCLAST_MONKEY_SEED'] ?? 41);

const aScene = fc.oneof(fc.constant(newScene('New')), fc.constantFrom(...examples.map(({ scene }) => scene)), anyScene);

it(`whatever is done, the scene is sound, goes through the API unchanged, runs, and is undone to the byte: ${STEPS} steps`, () => {
  for (let seed = SEED; done.steps < STEPS; seed++) {
    const result = fc.check(fc.property(aScene, someSteps(50), doAll), { numRuns: 40, seed });
    expect(result.failed, result.failed ? fc.defaultReportMessage(result) : '').toBe(false);
  }
}, 3_600_000);
