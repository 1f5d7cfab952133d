import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { examples } from '../core/examples';
import { ENGINE_VERSION } from '../core/sim/engine-version';
import { Simulation } from '../core/sim/step/simulation';
import { makeKernel } from '../kernel/kernel';
import { bytesOfFrame } from './bake/frame-bytes';
import { snapshot } from './frame';

/**
 * The engine that made these sums. Whoever changes the bits of a run gives it another number, and takes the sums anew.
 */
const VERSION = 9;

const FRAMES = 12;

/** The first 64 bits of SHA-256 over the first frames of each example, as they are kept in a bake. */
const SUMS: Readonly<Record<string, { readonly kernel: string; readonly plain: string }>> = {
  'vent-plume': { kernel: '608013368f551cf0', plain: 'fe060f2b3dcf9bbc' },
  'lantern-swarm': { kernel: 'fb19a0b5ad05c71c', plain: '1949a058a011c356' },
  'lander-touchdown': { kernel: 'c9bf4e256219fc56', plain: 'c9bf4e256219fc56' },
  'sediment-fall': { kernel: '7ed7725eb3566502', plain: '87fa4ffcf2e50786' },
  letters: { kernel: 'bf1a16528689586c', plain: 'f7364548be175518' },
  'chart-in-relief': { kernel: '1097c86fbc3ac1a5', plain: '6ef457e731413e72' },
  'cable-run': { kernel: '4da3696460b2739d', plain: '6113a6749010aba9' },
  'sonar-membrane': { kernel: 'f25f7beb648d5035', plain: 'a15792e66e6b714e' },
  'kelp-stand': { kernel: 'f774b926d0ffe3f3', plain: '8c9827e1ccb9c33d' },
};

function sumOf(run: Simulation): string {
  const sum = createHash('sha256');
  for (let i = 0; i < FRAMES; i++) {
    run.advance();
    sum.update(bytesOfFrame(snapshot(run, 1)));
  }
  return sum.digest('hex').slice(0, 16);
}

describe('runs of the examples', () => {
  it('have sums for the version of the engine that is here', () => expect(ENGINE_VERSION).toBe(VERSION));

  it.each(examples)('$slug comes to the same bits as ever, with the kernel and without', ({ slug, scene }) => {
    expect({
      kernel: sumOf(new Simulation(scene, new Map(), { backend: makeKernel() })),
      plain: sumOf(new Simulation(scene, new Map())),
    }).toEqual(SUMS[slug]);
  });
});
