import { describe, expect, it } from 'vitest';
import { Simulation } from '../../core/sim/step/simulation';
import { testScene } from '../../core/tests/scenes';
import { snapshot, type Frame } from '../../engine/frame';
import { particleExtensions, particleFormat, particleFormats } from '.';

const scene = testScene({
  emitter: { emission: [{ kind: 'burst', count: 5, frame: 0 }], birth: { life: 99, speed: 1 } },
});

function framesOf(count: number): Frame[] {
  const run = new Simulation(scene, new Map());
  return Array.from({ length: count }, () => {
    run.advance();
    return snapshot(run, 1);
  });
}

describe('ways to write particles', () => {
  it('have names and labels of their own, and a sentence each for the docs', () => {
    for (const of of ['name', 'label', 'summary'] as const)
      expect(new Set(particleFormats.map((f) => f[of])).size).toBe(particleFormats.length);
    for (const { summary, extension } of particleFormats) {
      expect(summary).toMatch(/^[A-Z].*\.$/);
      expect(extension).toMatch(/^[a-z]+$/);
    }
    expect(particleExtensions).toEqual([...new Set(particleExtensions)]);
    for (const extension of particleExtensions) expect(particleFormat(extension)?.extension).toBe(extension);
    expect(particleFormat('docx')).toBeUndefined();
  });

  it.each(particleFormats.filter((f) => !f.unfit).map((f) => [f.name, f] as const))(
    '%s gives a file for each frame, or one for the run',
    async (_name, format) => {
      const frames = framesOf(3);
      const writer = await format.open({
        scene,
        assets: new Map(),
        from: frames[0]!.frame,
        through: frames.at(-1)!.frame,
      });
      const files = frames.map(({ frame, emitters }) => writer.add(frame, emitters));
      const run = writer.end();
      if (format.per === 'frame') {
        expect(run).toBeUndefined();
        for (const file of files) expect(file!.length).toBeGreaterThan(100);
        expect(new Set(files.map(String)).size).toBe(3);
      } else {
        expect(files).toEqual([undefined, undefined, undefined]);
        const text = [...run!].join('');
        for (const { frame } of frames) expect(text).toContain(`${frame}:`);
      }
    },
  );

  it('that can’t hold a scene say why', async () => {
    expect(await particleFormat('obj')!.unfit!(scene)).toBe('OBJ holds strands and bent meshes, and “Test” has none');
    const strands = testScene({ emitter: { body: { kind: 'strands' } } });
    expect(await particleFormat('obj')!.unfit!(strands)).toBeUndefined();
  });
});
