import { describe, expect, it } from 'vitest';
import { snapshot } from '../../engine/frame';
import { plateAt } from '../document/camera/sequence';
import { levelsOfRgba } from '../lib/images/level-image';
import { smoothNormals } from '../lib/meshes/mesh';
import type { Asset } from '../document/assets';
import { completeScene, type Written } from '../scene/read';
import { Simulation } from '../sim/step/simulation';

const hash = (digit: string) => digit.repeat(64);
const rgb = (tint: number) => [tint >> 16, (tint >> 8) & 255, tint & 255];
/** Left half red, right half blue. */
const halves = levelsOfRgba(2, 1, Uint8Array.of(255, 0, 0, 255, 0, 0, 255, 255));
const positions = Float32Array.of(0, 0, 0, 1, 0, 0, 0, 0, 1);
const index = Uint32Array.of(0, 2, 1);
const coloured = {
  positions,
  index,
  normals: smoothNormals(positions, index),
  uvs: Float32Array.of(0.25, 0.5, 0.75, 0.5, 0.25, 0.5),
  colours: Uint8Array.of(255, 0, 0, 0, 255, 0, 0, 0, 255),
  groups: [],
};
const assets = new Map<string, Asset>([
  [hash('1'), halves],
  [hash('2'), coloured],
]);
const source = { kind: 'sprite', colourBy: 'source' };
const emitter = (more: Written): Written => ({
  id: 'e',
  name: 'E',
  emission: [{ kind: 'burst', count: 500, frame: 0 }],
  birth: { speed: 0, life: 99 },
  ...more,
});
const framed = (emitters: readonly Written[], frames = 1, more: Written = {}) => {
  const scene = completeScene({
    name: 'Colours',
    time: { fps: 24, first: 0, last: 99 },
    meshes: [{ id: 'm', name: 'M', source: { kind: 'file', hash: hash('2') } }],
    emitters,
    ...more,
  });
  const run = new Simulation(scene, assets);
  while (run.frame < frames) run.advance();
  return snapshot(run, 1).emitters;
};

describe('particles take over the colours of what they are born from', () => {
  it('of a picture: that of the place where they are born, blended between the middles of its pixels', () => {
    const [made] = framed([
      emitter({ shape: { kind: 'image', pattern: 'image', image: hash('1'), width: 2, depth: 1 }, look: source }),
    ]);
    expect(made!.count).toBe(500);
    for (let i = 0; i < made!.count; i++) {
      const [red, green, blue] = rgb(made!.tint[i]!);
      const share = Math.min(1, Math.max(0, made!.columns.x[i]! + 0.5));
      expect(Math.abs(red! - 255 * (1 - share))).toBeLessThanOrEqual(1);
      expect(green).toBe(0);
      expect(Math.abs(blue! - 255 * share)).toBeLessThanOrEqual(1);
    }
  });

  it('of a mesh: its corners’ colours by the barycentric weights; of an image laid over it, by texture coordinates', () => {
    const shape = { kind: 'mesh', mesh: 'm' };
    const [own] = framed([emitter({ shape, look: source })]);
    const [covered] = framed([emitter({ shape, look: { ...source, cover: hash('1') } })]);
    for (let i = 0; i < 500; i++) {
      const [x, z] = [own!.columns.x[i]!, own!.columns.z[i]!];
      const wanted = [1 - x - z, x, z].map((share) => 255 * share);
      rgb(own!.tint[i]!).forEach((part, c) => expect(Math.abs(part - wanted[c]!)).toBeLessThanOrEqual(1));
      // u runs from the middle of the red pixel to that of the blue one along x.
      const [red, , blue] = rgb(covered!.tint[i]!);
      expect(Math.abs(red! - 255 * (1 - x))).toBeLessThanOrEqual(1);
      expect(Math.abs(blue! - 255 * x)).toBeLessThanOrEqual(1);
    }
  });

  it('of a series laid over a mesh: the picture of the frame on which they are born', () => {
    const green = levelsOfRgba(2, 1, Uint8Array.of(0, 255, 0, 255, 0, 255, 0, 255));
    assets.set(hash('3'), green);
    const images = [{ hash: hash('1'), name: 'Halves', width: 2, height: 1, series: [hash('3')], framesEach: 5 }];
    const late = { ...source, cover: hash('1') };
    const emission = [
      { kind: 'burst', count: 1, frame: 0 },
      { kind: 'burst', count: 1, frame: 5 },
    ];
    const [made] = framed([emitter({ shape: { kind: 'mesh', mesh: 'm' }, look: late, emission })], 6, { images });
    const greens = [...made!.tint.subarray(0, 2)].map((tint) => rgb(tint)[1]!);
    expect(greens.toSorted((a, b) => a - b)).toEqual([0, 255]);
  });

  it('children have their parents’, whoever else has died; a shape without colours gives white; other looks keep none', () => {
    const shape = { kind: 'mesh', mesh: 'm' };
    const parent = emitter({ shape, birth: { speed: 0, life: 0.3, lifeVariance: 0.2 }, look: { kind: 'sprite' } });
    const child = {
      id: 'c',
      name: 'C',
      shape: { kind: 'particles', source: 'e', when: 'death', from: 1, to: 1 },
      birth: { speed: 0, inheritedMotion: 0 },
    };
    const [gone, born] = framed([parent, { ...child, look: source }], 15);
    expect(gone!.count).toBe(0);
    expect(born!.count).toBe(500);
    for (let i = 0; i < 500; i++) {
      const [x, z] = [born!.columns.x[i]!, born!.columns.z[i]!];
      const wanted = [1 - x - z, x, z].map((share) => 255 * share);
      rgb(born!.tint[i]!).forEach((part, c) => expect(Math.abs(part - wanted[c]!)).toBeLessThanOrEqual(1));
    }
    expect([...new Set(framed([emitter({ shape: { kind: 'point' }, look: source })])[0]!.tint)]).toEqual([0xffffff]);
    expect(framed([emitter({ shape, look: { kind: 'sprite' } })])[0]!.tint).toHaveLength(0);
  });
});

describe('images in turn behind the picture', () => {
  it('the first on its frame, each next a frame later; held or over again beyond them', () => {
    const imageSequence = ['1', '2', '3'].map((digit) => ({ hash: digit, name: digit, width: 4, height: 4 }));
    const shown = (outsideSequence: 'hold' | 'repeat') => {
      const { output } = completeScene({
        name: 'T',
        output: { backdrop: 'image-sequence', sequenceStart: 10, outsideSequence },
      });
      return [8, 9, 10, 11, 12, 13, 15].map((frame) => plateAt({ output, imageSequence }, frame)).join('');
    };
    expect(shown('hold')).toBe('1112333');
    expect(shown('repeat')).toBe('2312313');
    const { output } = completeScene({ name: 'T', output: { backdrop: 'colour' } });
    expect(plateAt({ output, imageSequence }, 10)).toBe('');
  });
});
