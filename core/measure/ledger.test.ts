import { cases } from '../tests/cases';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyScene } from '../tests/any-scene';
import { only, runTo, testScene, thrown } from '../tests/scenes';
import { ledgerOf, type Ledger } from './ledger';
import type { LedgerEntry } from './ledger-entry';

const NONE = new Map();
const length = (v: readonly number[]) => Math.hypot(...v);

/** Δv of a term over all frames, m/s. */
function changeBy({ terms, entries }: Ledger, name: string): number[] {
  const term = terms.indexOf(name);
  return [0, 1, 2].map((axis) => entries.reduce((sum, { change }) => sum + change[3 * term + axis]!, 0));
}

/** How much is moved to and fro on a frame: what its rounding is measured against. */
const turnover = ({ change, speed }: LedgerEntry) => change.reduce((sum, n) => sum + Math.abs(n), speed);

describe('the ledger', () => {
  it('sums to the change of velocity that the run makes: random scenes, all particles and each by itself', () => {
    let [entries, hits] = [0, 0];
    fc.assert(
      fc.property(anyScene, (scene) => {
        const all = ledgerOf(scene, NONE, { emitter: 0, draftFraction: 1 }, 12);
        const one = ledgerOf(scene, NONE, { emitter: 0, id: 0x10000000 + 8 }, 12);
        for (const ledger of [all, one])
          for (const entry of ledger.entries) {
            entries++;
            hits += entry.hits;
            const sum = [0, 1, 2].map((axis) => entry.change.reduce((s, n, i) => (i % 3 === axis ? s + n : s), 0));
            const along = entry.along.reduce((a, b) => a + b, 0);
            expect(Math.abs(along - entry.quickened)).toBeLessThan(
              scene.time.substeps * 3e-7 * (turnover(entry) + entry.speed),
            );
            sum.forEach((n, axis) => expect(n + entry.remainder[axis]!).toBeCloseTo(entry.whole[axis]!, 9));
            // Velocities are kept in 32 bits: half of 2⁻²³ of each, in every substep.
            expect(length(entry.remainder)).toBeLessThan(scene.time.substeps * 3e-7 * (turnover(entry) + entry.speed));
          }
      }),
      { numRuns: cases(25, 60), seed: 3 },
    );
    expect(entries).toBeGreaterThan(500);
    expect(hits).toBeGreaterThan(20);
  });

  it('work done sums to the change of kinetic energy', () => {
    fc.assert(
      fc.property(anyScene, (scene) => {
        for (const entry of ledgerOf(scene, NONE, { emitter: 0, draftFraction: 1 }, 10).entries) {
          const work = entry.work.reduce((a, b) => a + b, 0);
          const moved = entry.work.reduce((a, b) => a + Math.abs(b), entry.energy);
          expect(Math.abs(work - entry.gained)).toBeLessThan(2e-6 * moved);
        }
      }),
      { numRuns: cases(12, 30), seed: 8 },
    );
  });

  it('a fall of t seconds is g·t of gravity alone, and m·g·h of work', () => {
    const scene = testScene({
      emitter: thrown([3, 0, 0], { mass: 2 }),
      fields: [{ settings: { kind: 'gravity' }, strength: 9.81 }],
    });
    const ledger = ledgerOf(scene, NONE, { emitter: 0, id: 1 }, 48);
    const [x, y] = changeBy(ledger, 'F0');
    expect(x).toBe(0);
    expect(y).toBeCloseTo(-9.81 * 2, 4);
    const work = ledger.entries.reduce((sum, entry) => sum + entry.work[0]!, 0);
    const fallen = -only(runTo(scene, 48)).y;
    expect(work / (2 * 9.81 * fallen)).toBeCloseTo(1, 5);
    expect(work).toBeCloseTo((2 * (9.81 * 2) ** 2) / 2, 2);
  });

  it('what carries and what slows are told apart: at the speed of the medium they cancel', () => {
    const scene = testScene({
      emitter: thrown([0, 0, 0], { drag: 4 }),
      fields: [
        { settings: { kind: 'wind' }, actsAs: 'flow', strength: 2 },
        { settings: { kind: 'drag' }, strength: 1 },
      ],
    });
    const ledger = ledgerOf(scene, NONE, { emitter: 0, id: 1 }, 96);
    const last = ledger.entries.at(-1)!;
    const [carried, slowed, own] = ['F0', 'F1', 'own drag'].map((name) => last.change[3 * ledger.terms.indexOf(name)]!);
    expect(carried).toBeGreaterThan(0.2);
    expect(carried! + slowed! + own!).toBeCloseTo(0, 5);
    // The own drag is 4/s, the field’s 1/s.
    expect(own! / slowed!).toBeCloseTo(4, 5);
  });

  it('a bounce is told as contact, on the frame where it is', () => {
    const scene = testScene({
      emitter: { ...thrown([0, -2, 0]), shape: { kind: 'point' }, transform: { position: [0, 1, 0] } },
      colliders: [{ id: 'c', name: 'C', shape: { kind: 'plane' }, response: { kind: 'bounce' } }],
    });
    const ledger = ledgerOf(scene, NONE, { emitter: 0, id: 1 }, 48);
    const hit = ledger.entries.filter(({ hits }) => hits > 0);
    // (1 + e)·v, e the default of 0.4.
    expect(hit).toHaveLength(1);
    expect(changeBy(ledger, 'contact')[1]).toBeCloseTo(1.4 * 2, 4);
  });
});
