import { describe, expect, it } from 'vitest';
import { examples } from '../core/examples';
import { ledgerOf } from '../core/measure/ledger';
import { makeKernel } from './kernel';

describe('the ledger of what the kernel steps', () => {
  it('sums to the change of velocity in every example, to what 32 bits leave', () => {
    const backend = makeKernel();
    for (const { scene } of examples) {
      const draftFraction = 0.02;
      const ledger = ledgerOf(
        scene,
        new Map(),
        { emitter: 0, draftFraction },
        scene.time.first - scene.time.preRoll + 24,
        undefined,
        backend,
      );
      expect(ledger.entries.length).toBeGreaterThan(0);
      for (const { change, remainder, speed } of ledger.entries) {
        const turnover = change.reduce((sum, n) => sum + Math.abs(n), speed);
        expect(Math.hypot(...remainder)).toBeLessThanOrEqual(1e-5 * turnover * scene.time.substeps);
      }
    }
  });
});
