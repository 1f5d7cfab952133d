import { describe, expect, it } from 'vitest';
import { runTo, testScene } from '../tests/scenes';
import type { Written } from '../scene/read';
import { measureDelivery } from './delivery';
import { whySilent } from './diagnose-field';
import { getsThrough } from './passing';

/** One particle that is thrown down at a surface from 2 m above it. */
const thrownAt = (settings: Written, strength: number, speed: number, gravity = 0) =>
  testScene({
    emitter: {
      shape: { kind: 'point' },
      transform: { position: [0, 2, 0] },
      emission: [{ kind: 'burst', count: 1 }],
      birth: { life: 99, speed, launchDirection: 'direction', direction: [0, -1, 0], drag: 0 },
    },
    fields: [
      { settings: { kind: 'surface', ...settings }, strength, falloff: { kind: 'everywhere' } },
      { settings: { kind: 'gravity' }, strength: gravity },
    ],
    time: { last: 60, substeps: 4 },
  });

/** Whether it is said on any frame that the particle gets through, and whether it does. */
function fate(scene: ReturnType<typeof thrownAt>): { said: boolean; passed: boolean } {
  const run = runTo(scene, 0);
  let [said, passed] = [false, false];
  while (run.frame < 60) {
    run.advance();
    said ||= measureDelivery(run).fields[0]!.passing > 0;
    passed ||= run.populations[0]!.columns.y[0]! < 0;
  }
  return { said, passed };
}

describe('a surface and particles that come too fast for it', () => {
  it('a spring stops v² = S·R, and damping alone v = c·R', () => {
    // By hand: the work of S·(1 − h/R) over the range is S·R/2.
    const spring = (h: number) => 24 * (1 - h / 0.6);
    const most = Math.sqrt(24 * 0.6);
    expect([0.99, 1.01].map((share) => getsThrough(0.6, share * most, spring, 0, 0))).toEqual([false, true]);
    const none = () => 0;
    expect([0.97, 1.03].map((share) => getsThrough(0.5, share * 4, none, 8, 0))).toEqual([false, true]);
    // Gravity g takes 2·g·R of it.
    const less = Math.sqrt(24 * 0.6 - 2 * 9.81 * 0.6);
    expect([0.98, 1.02].map((share) => getsThrough(0.6, share * less, spring, 0, 9.81))).toEqual([false, true]);
  });

  it.each([
    ['a cushion', { within: 0.6, damping: 1 }, 24],
    ['a thick one', { within: 1.5, damping: 4 }, 30],
    ['a weak one', { within: 1, damping: 0 }, 4],
  ])('%s: it is said of those that pass, and of no other', (_name, settings, strength) => {
    const fates = [0, 1, 2, 3, 5, 7, 9, 14].map((speed) => fate(thrownAt(settings, strength, speed, 1.5)));
    expect(fates.some(({ passed }) => passed)).toBe(true);
    for (const { said, passed } of fates) expect(said).toBe(passed);
  });

  it('is told in words with the speed, and its button keeps them off', () => {
    const scene = thrownAt({ within: 0.6, damping: 0 }, 5, 4);
    const run = runTo(scene, 10);
    const reason = whySilent(scene, scene.fields[0]!, measureDelivery(run), 10, new Map());
    expect(reason).toMatchObject({
      code: 'passing',
      words: 'particles come at 3.9 m/s, too fast for it: they pass through',
      fix: { label: 'Set its damping to 8' },
    });
    expect(fate(scene).passed).toBe(true);
    expect(fate(reason!.fix!.change(scene)).passed).toBe(false);
  });

  it('a thin surface is made thicker where no damping would do', () => {
    const scene = thrownAt({ within: 0.1, damping: 0 }, 5, 1.9);
    const run = runTo(scene, 24);
    const reason = whySilent(scene, scene.fields[0]!, measureDelivery(run), 24, new Map());
    expect(reason?.fix?.label).toBe('Set its range to 0.28 m and its damping to 8');
    expect(fate(reason!.fix!.change(scene)).passed).toBe(false);
  });

  it('one that draws particles in keeps none off', () => {
    expect(fate(thrownAt({ within: 1 }, -4, 3)).said).toBe(false);
  });
});
