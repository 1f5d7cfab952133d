import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Order } from '../../engine/crew';
import { snapshot, type Frame } from '../../engine/frame';
import { Simulation } from '../../core/sim/step/simulation';
import type { Scene } from '../../core/document/scene';
import { testScene } from '../../core/tests/scenes';
import { usePlayer } from '../state/player-store';
import { Session } from './session';

/** A crew that does nothing until it is told to, so that a test decides when frames come. */
class HandCrew {
  readonly threads = 2;
  orders: Order[] = [];
  stopped = 0;
  readonly forgotten: number[] = [];
  start(order: Order): void {
    this.orders.push(order);
  }
  stop(): void {
    this.stopped++;
  }
  end(): void {}
  forget(from: number): void {
    this.forgotten.push(from);
  }

  get last(): Order {
    return this.orders.at(-1)!;
  }

  /** Carries the last order out, up to a frame. */
  work(through = this.last.through): void {
    const { scene, share, from, onFrame, onDone } = this.last;
    const simulation = new Simulation(scene, new Map(), { portion: { share, slice: 0, slices: 1 } });
    for (;;) {
      if (simulation.frame >= from) onFrame(snapshot(simulation, share));
      if (simulation.frame >= through) break;
      simulation.advance();
    }
    if (through === this.last.through) onDone?.(1e-6);
  }
}

const made = vi.hoisted(() => ({ crew: undefined as unknown }));
vi.mock('../../engine/web-crew', () => ({ webCrew: () => made.crew }));

const windy = (strength: number, count = 50): Scene => {
  const scene = testScene({
    emitter: { amounts: [{ kind: 'burst', count }], shape: { kind: 'ball' }, birth: { life: 99, speed: 0 } },
    fields: [{ settings: { kind: 'wind' }, strength }],
    time: { last: 20 },
  });
  return { ...scene, time: { ...scene.time, last: 20 } };
};

let crew: HandCrew;
let session: Session;
const shown: Frame[] = [];

beforeEach(() => {
  crew = new HandCrew();
  made.crew = crew;
  session = new Session((work) => work());
  shown.length = 0;
  session.onShow((frame) => void shown.push(frame));
  usePlayer.setState({ frame: 10, shown: undefined, cached: [], playing: false, beyond: 0 });
});
afterEach(() => session.dispose());

const meanX = (frame: Frame) => frame.emitters[0]!.columns.x.reduce((sum, x) => sum + x, 0) / frame.emitters[0]!.count;

describe('the session keeps the frame on the screen in step with the scene', () => {
  it('simulates the whole shot, shows the frame of the playhead, tells what is cached', () => {
    session.setScene(windy(1), new Map());
    crew.work(12);
    expect(shown.map((f) => f.frame)).toEqual([10]);
    expect(usePlayer.getState().shown).toBe(10);
    crew.work();
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
    session.seek(4);
    expect(shown.at(-1)!.frame).toBe(4);
    expect(crew.orders).toHaveLength(1);
  });

  it('after an edit the frame is what a run from the start gives, never a mixture', () => {
    session.setScene(windy(1), new Map());
    crew.work();
    session.setScene(windy(3), new Map());
    expect(session.has(10)).toBe(false);
    crew.work();
    const run = new Simulation(windy(3), new Map());
    while (run.frame < 10) run.advance();
    expect(meanX(shown.at(-1)!)).toBe(meanX(snapshot(run, 1)));
  });

  it('a look, a name, the camera need no simulation at all', () => {
    const scene = windy(1);
    session.setScene(scene, new Map());
    crew.work();
    const [emitter] = scene.emitters;
    session.setScene(
      {
        ...scene,
        name: 'Other',
        camera: { ...scene.camera, angle: 50 },
        emitters: [{ ...emitter!, look: { ...emitter!.look, opacity: 0.1 } }],
      },
      new Map(),
    );
    expect(crew.orders).toHaveLength(1);
    expect(session.has(10)).toBe(true);
  });

  it('while a control is held only the frame of the playhead is made; pictures keep coming, the latest edit wins', () => {
    session.setScene(windy(1), new Map());
    crew.work();
    session.setHeld(true);
    for (const strength of [2, 3, 4]) session.setScene(windy(strength), new Map());
    expect(crew.orders).toHaveLength(2);
    expect([crew.last.from, crew.last.through, crew.last.scene.fields[0]!.strength]).toEqual([10, 10, 2]);
    crew.work();
    expect(crew.last.scene.fields[0]!.strength).toBe(4);
    crew.work();
    expect(crew.orders).toHaveLength(3);
    session.setHeld(false);
    expect([crew.last.from, crew.last.through]).toEqual([0, 20]);
    crew.work();
    expect(session.has(20)).toBe(true);
  });

  it('a heavy scene is drafted as deep as needed while held, and sharpens to the set share after', () => {
    const heavy = windy(1, 2_000_000);
    session.setScene(heavy, new Map());
    expect(crew.last.share).toBeLessThan(0.05);
    expect(crew.last.share).toBeGreaterThan(0);
    crew.last.onDone!(1e-6);
    expect(crew.last).toMatchObject({ share: 1, from: 0, through: 20 });
  });

  it('sharpens to the set share when the hand rests on the control; an edit does not wait for that, and letting go shows no draft again', () => {
    vi.useFakeTimers();
    try {
      session.setScene(windy(1, 2000), new Map());
      crew.last.onDone!(1e-4);
      crew.work();
      session.setHeld(true);
      session.setScene(windy(2, 2000), new Map());
      expect(crew.last.share).toBeLessThan(1);
      crew.work();
      crew.last.onDone!(1e-4);
      const drafts = crew.orders.length;
      vi.advanceTimersByTime(100);
      expect(crew.orders).toHaveLength(drafts);
      vi.advanceTimersByTime(100);
      expect(crew.last).toMatchObject({ share: 1, from: 10, through: 10 });
      // Moved on before it is there.
      session.setScene(windy(3, 2000), new Map());
      expect(crew.last.share).toBeLessThan(1);
      expect(crew.last.scene.fields[0]!.strength).toBe(3);
      crew.work();
      crew.last.onDone!(1e-4);
      vi.advanceTimersByTime(200);
      crew.work();
      expect(shown.at(-1)!.share).toBe(1);
      session.setHeld(false);
      expect(crew.last).toMatchObject({ share: 1, from: 0, through: 20 });
    } finally {
      vi.useRealTimers();
    }
  });

  it('the playhead moved beyond what is on its way begins a run of its own; beyond the shot it stays inside', () => {
    session.setScene(windy(1), new Map());
    crew.work();
    session.seek(99);
    expect(usePlayer.getState().frame).toBe(20);
    session.setScene({ ...windy(1), time: { ...windy(1).time, last: 5 } }, new Map());
    expect(usePlayer.getState().frame).toBe(5);
  });

  it('tried on past the last frame, what is simulated stays and the rest is made; what is tried ends with it', () => {
    session.setScene(windy(1), new Map());
    crew.work();
    session.tryOn(15);
    expect(crew.last).toMatchObject({ from: 21, through: 35 });
    crew.work();
    session.seek(99);
    expect(usePlayer.getState()).toMatchObject({ frame: 35, cached: [[0, 35]] });
    session.tryOn(0);
    expect(usePlayer.getState().frame).toBe(20);
    expect(crew.orders).toHaveLength(2);
  });

  it('a failure is told in words, and playing stops', () => {
    usePlayer.setState({ playing: true });
    session.setScene(windy(1), new Map());
    crew.last.onFailed!('out of memory');
    expect(usePlayer.getState()).toMatchObject({ problem: 'The simulation stopped: out of memory.', playing: false });
  });

  it('an image that arrives is simulated with', () => {
    const scene = windy(1);
    session.setScene(scene, new Map());
    crew.work();
    session.setScene(scene, new Map([['a', { width: 1, height: 1, levels: new Uint8Array([9]) }]]));
    expect(crew.orders).toHaveLength(2);
  });

  it('after the edit of a key only frames that it can change are made anew; what is on the screen before them stays', () => {
    const keyed = (value: number): Scene => {
      const scene = windy(1);
      const keys = { strength: [0, 12, 16].map((frame, i) => ({ frame, value: i === 1 ? value : 1, ease: 'step' as const })) };
      return { ...scene, fields: scene.fields.map((f) => ({ ...f, keys })) };
    };
    session.setScene(keyed(2), new Map());
    crew.work();
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
    session.setScene(keyed(9), new Map());
    // The playhead is at 10; a motion’s velocity is felt one frame before the key.
    expect(crew.last.from).toBe(11);
    expect([crew.forgotten.at(-1), crew.last.keeps]).toEqual([11, true]);
    expect(usePlayer.getState().cached).toEqual([[0, 10]]);
    crew.work();
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
    // The same as a run of the new state from its start.
    const whole = new Simulation(keyed(9), new Map());
    for (let frame = 0; frame <= 20; frame++) {
      session.seek(frame);
      expect(shown.at(-1)!.frame).toBe(frame);
      const { columns, count } = whole.populations[0]!;
      expect(shown.at(-1)!.emitters[0]!.columns.x).toEqual(columns.x.slice(0, count));
      whole.advance();
    }
  });

  it('frames of the state before that come after an edit are not taken for frames of the new one', () => {
    const waiting: (() => void)[] = [];
    const slow = new Session((work) => void waiting.push(work));
    slow.setScene(windy(1), new Map());
    waiting.shift()!();
    crew.work(5);
    slow.setScene(windy(7), new Map());
    // The threads have not heard of the edit yet.
    crew.work(9);
    waiting.shift()!();
    expect(crew.last.from).toBe(0);
    crew.work();
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
    slow.seek(20);
    slow.dispose();
    expect(crew.orders).toHaveLength(2);
  });

  it('an edit that changes nothing anywhere makes nothing anew', () => {
    const scene = windy(1);
    session.setScene(scene, new Map());
    crew.work();
    const orders = crew.orders.length;
    session.setScene(
      { ...scene, fields: scene.fields.map((f) => ({ ...f, keys: { strength: [{ frame: 4, value: 1, ease: 'linear' as const }] } })) },
      new Map(),
    );
    expect(crew.orders.length).toBe(orders);
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
  });
});
