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
const VERSION = 13;

const FRAMES = 12;

/** The first 64 bits of SHA-256 over the first frames of each example, as they are kept in a bake. */
const SUMS: Readonly<Record<string, { readonly kernel: string; readonly plain: string }>> = {
  'vent-plume': { kernel: 'baa1221c7daf0455', plain: 'c1c3c502b8e69eaa' },
  'lantern-swarm': { kernel: 'd11a40a31c36bf63', plain: '63a721672d5c2405' },
  'lander-touchdown': { kernel: '02c73c0c48ce4db1', plain: 'c9bf4e256219fc56' },
  'sediment-fall': { kernel: 'f1c139ab2f5b7e54', plain: '4bd9e66b31d2c9a9' },
  letters: { kernel: '889659eebf0198c1', plain: '97a1053ae3247259' },
  'chart-in-relief': { kernel: 'b611ef531fb3844c', plain: 'b935c931b4af080b' },
  'cable-run': { kernel: 'c3ebc619863d2d08', plain: '2d5d11a71d116be4' },
  'sonar-membrane': { kernel: '047a126cba6dad7f', plain: '86e17b2eb850f549' },
  'moored-float': { kernel: 'a4d4c387eb303678', plain: 'b29a9da1949a0a03' },
  'sounding-sweep': { kernel: 'c40b0bd760008e52', plain: '0cc04ba1b49847d2' },
  'kelp-stand': { kernel: '91f320cc3ec5a6eb', plain: 'c13935d96abbfe37' },
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
