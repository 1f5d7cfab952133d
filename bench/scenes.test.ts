import { describe, expect, it } from 'vitest';
import { burstRun, fiveFields } from './five-fields';

describe('the five-field stack of the bench', () => {
  it('is a sound scene, and its particles live on', () => {
    const run = burstRun(fiveFields(3), 20);
    for (let frame = 0; frame < 5; frame++) run.advance();
    expect(run.populations[0]!.count).toBe(20);
  });
});
