import { describe, expect, it } from 'vitest';
import { Simulation } from '../sim/step/simulation';
import { testScene } from './scenes';

/** Bytes of a particle of a population, room for more particles left out. */
function bytesOf({ populations }: Simulation): number {
  const [p] = populations;
  const parts = [p!.id, p!.birth, p!.held, p!.generation, p!.events, p!.tint, ...Object.values(p!.columns)];
  return parts.reduce((sum, part) => sum + (part.length > 0 ? part.BYTES_PER_ELEMENT : 0), 0);
}

describe('memory of a run', () => {
  it('is at most 64 bytes a particle that can’t be seen to turn', () => {
    const run = new Simulation(testScene({ emitter: { look: { kind: 'sprite' } } }), new Map());
    expect(bytesOf(run)).toBeLessThanOrEqual(64);
  });

  it('does not grow over 10 000 frames of steady emission: slots are used again', () => {
    const emitter = { emission: [{ kind: 'rate', rate: 2400 }], birth: { life: 1, lifeVariance: 0.3, speed: 1 } };
    const run = new Simulation(testScene({ emitter }), new Map());
    const room = () => run.populations[0]!.id.length;
    while (run.frame < 100) run.advance();
    const [roomThen, aliveThen] = [room(), run.populations[0]!.count];
    expect(aliveThen).toBeGreaterThan(2000);
    let most = 0;
    while (run.frame < 10_000) {
      run.advance();
      most = Math.max(most, run.populations[0]!.count);
    }
    expect(room()).toBe(roomThen);
    expect(most).toBeLessThan(1.05 * aliveThen);
    expect(run.populations[0]!.born).toBe(Math.floor((2400 / 24) * 10_000));
  });
});
