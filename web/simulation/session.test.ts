import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Job } from '../../engine/worker-pool';
import { snapshot, type Frame } from '../../engine/frame';
import { Simulation } from '../../core/sim/step/simulation';
import type { Scene } from '../../core/document/scene';
import { testScene } from '../../core/tests/scenes';
import { usePlayer } from '../state/player-store';
import { Session } from './session';

/** A pool that does nothing until it is told to, so that a test decides when frames come. */
class HandPool {
  readonly threads = 2;
  orders: Job[] = [];
  stopped = 0;
  ended = false;
  readonly forgotten: number[] = [];
  start(order: Job): void {
    this.orders.push(order);
  }
  stop(): void {
    this.stopped++;
  }
  end(): void {
    this.ended = true;
  }
  forget(from: number): void {
    this.forgotten.push(from);
  }

  get last(): Job {
    return this.orders.at(-1)!;
  }

  /** Carries the last order out, up to a frame. */
  work(through = this.last.through): void {
    const { scene, draftFraction, from, onFrame, onDone } = this.last;
    const simulation = new Simulation(scene, new Map(), { portion: { draftFraction, slice: 0, slices: 1 } });
    for (;;) {
      if (simulation.frame >= from) onFrame(snapshot(simulation, draftFraction));
      if (simulation.frame >= through) break;
      simulation.advance();
    }
    if (through === this.last.through) onDone?.(1e-6);
  }
}

/** The pool of the session, and those of one thread beside it. */
const made = vi.hoisted(() => ({ pool: undefined as unknown, beside: undefined as unknown }));
vi.mock('../../engine/web-pool', () => ({
  webPool: (_: unknown, most?: number) => (most === 1 ? made.beside : made.pool),
}));

const windy = (strength: number, count = 50): Scene => {
  const scene = testScene({
    emitter: { emission: [{ kind: 'burst', count }], shape: { kind: 'ball' }, birth: { life: 99, speed: 0 } },
    fields: [{ settings: { kind: 'wind' }, strength }],
    time: { last: 20 },
  });
  return { ...scene, time: { ...scene.time, last: 20 } };
};

let pool: HandPool;
let beside: HandPool;
let session: Session;
const shown: Frame[] = [];

beforeEach(() => {
  pool = new HandPool();
  made.pool = pool;
  beside = new HandPool();
  made.beside = beside;
  session = new Session((work) => work());
  shown.length = 0;
  session.screen.onShow((frame) => void shown.push(frame));
  usePlayer.setState({ frame: 10, shown: undefined, cached: [], playing: false, beyond: 0 });
});
afterEach(() => session.dispose());

const meanX = (frame: Frame) => frame.emitters[0]!.columns.x.reduce((sum, x) => sum + x, 0) / frame.emitters[0]!.count;

describe('the session keeps the frame on the screen in step with the scene', () => {
  it('simulates the whole shot, shows the frame of the playhead, tells what is cached', () => {
    session.setScene(windy(1), new Map());
    pool.work(12);
    expect(shown.map((f) => f.frame)).toEqual([10]);
    expect(usePlayer.getState().shown).toBe(10);
    pool.work();
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
    session.seek(4);
    expect(shown.at(-1)!.frame).toBe(4);
    expect(pool.orders).toHaveLength(1);
  });

  it('after an edit the frame is what a run from the start gives, never a mixture', () => {
    session.setScene(windy(1), new Map());
    pool.work();
    session.setScene(windy(3), new Map());
    expect(session.screen.has(10)).toBe(false);
    pool.work();
    const run = new Simulation(windy(3), new Map());
    while (run.frame < 10) run.advance();
    expect(meanX(shown.at(-1)!)).toBe(meanX(snapshot(run, 1)));
  });

  /** A session that looks at edits when it is told to, with all frames of a scene. */
  const simulatedOnce = () => {
    let look = () => {};
    const patient = new Session((work) => (look = work));
    const refresh = () => look();
    patient.setScene(windy(1), new Map());
    refresh();
    pool.work();
    return { patient, refresh };
  };

  it('an edit that is undone and done again before anything was simulated is simulated all the same', () => {
    const { patient, refresh } = simulatedOnce();
    // Away and back between two looks: what is held has gone in the meantime.
    patient.setScene(windy(3), new Map());
    patient.setScene(windy(1), new Map());
    expect(patient.screen.has(10)).toBe(false);
    refresh();
    expect(pool.orders).toHaveLength(2);
    pool.work();
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
    patient.dispose();
  });

  it('an edit takes the frames that it changes off the ruler before their simulation is ordered', () => {
    const { patient } = simulatedOnce();
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
    patient.setScene(windy(3), new Map());
    expect(usePlayer.getState().cached).toEqual([]);
    patient.dispose();
  });

  it('a look, a name, the camera need no simulation at all', () => {
    const scene = windy(1);
    session.setScene(scene, new Map());
    pool.work();
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
    expect(pool.orders).toHaveLength(1);
    expect(session.screen.has(10)).toBe(true);
  });

  it('while a control is held only the frame of the playhead is made; pictures keep coming, the latest edit wins', () => {
    session.setScene(windy(1), new Map());
    pool.work();
    session.setHeld(true);
    for (const strength of [2, 3, 4]) session.setScene(windy(strength), new Map());
    expect(pool.orders).toHaveLength(2);
    expect([pool.last.from, pool.last.through, pool.last.scene.fields[0]!.strength]).toEqual([10, 10, 2]);
    pool.work();
    expect(pool.last.scene.fields[0]!.strength).toBe(4);
    pool.work();
    expect(pool.orders).toHaveLength(3);
    session.setHeld(false);
    expect([pool.last.from, pool.last.through]).toEqual([0, 20]);
    pool.work();
    expect(session.screen.has(20)).toBe(true);
  });

  it('a heavy scene is drafted as deep as needed while held, and sharpens to the set share after', () => {
    const heavy = windy(1, 2_000_000);
    session.setScene(heavy, new Map());
    expect(pool.last.draftFraction).toBeLessThan(0.05);
    expect(pool.last.draftFraction).toBeGreaterThan(0);
    pool.last.onDone!(1e-6);
    usePlayer.setState({ shown: 14 });
    expect(pool.last).toMatchObject({ draftFraction: 1, from: 0, through: 20 });
  });

  it('sharpens to the set share when the hand rests on the control; an edit does not wait for that, and letting go shows no draft again', () => {
    vi.useFakeTimers();
    try {
      session.setScene(windy(1, 2000), new Map());
      pool.last.onDone!(1e-4);
      pool.work();
      session.setHeld(true);
      session.setScene(windy(2, 2000), new Map());
      expect(pool.last.draftFraction).toBeLessThan(1);
      pool.work();
      pool.last.onDone!(1e-4);
      const drafts = pool.orders.length;
      vi.advanceTimersByTime(100);
      expect(pool.orders).toHaveLength(drafts);
      vi.advanceTimersByTime(100);
      expect(pool.last).toMatchObject({ draftFraction: 1, from: 10, through: 10 });
      // Moved on before it is there.
      session.setScene(windy(3, 2000), new Map());
      expect(pool.last.draftFraction).toBeLessThan(1);
      expect(pool.last.scene.fields[0]!.strength).toBe(3);
      pool.work();
      pool.last.onDone!(1e-4);
      vi.advanceTimersByTime(200);
      pool.work();
      expect(shown.at(-1)!.draftFraction).toBe(1);
      session.setHeld(false);
      expect(pool.last).toMatchObject({ draftFraction: 1, from: 0, through: 20 });
    } finally {
      vi.useRealTimers();
    }
  });

  it('the playhead moved beyond what is on its way begins a run of its own; beyond the shot it stays inside', () => {
    session.setScene(windy(1), new Map());
    pool.work();
    session.seek(99);
    expect(usePlayer.getState().frame).toBe(20);
    session.setScene({ ...windy(1), time: { ...windy(1).time, last: 5 } }, new Map());
    expect(usePlayer.getState().frame).toBe(5);
  });

  it('tried on past the last frame, what is simulated stays and the rest is made; what is tried ends with it', () => {
    session.setScene(windy(1), new Map());
    pool.work();
    session.tryOn(15);
    expect(pool.last).toMatchObject({ from: 21, through: 35 });
    pool.work();
    session.seek(99);
    expect(usePlayer.getState()).toMatchObject({ frame: 35, cached: [[0, 35]] });
    session.tryOn(0);
    expect(usePlayer.getState().frame).toBe(20);
    expect(pool.orders).toHaveLength(2);
  });

  it('a failure is told in words, and playing stops', () => {
    usePlayer.setState({ playing: true });
    session.setScene(windy(1), new Map());
    pool.last.onFailed!('out of memory');
    expect(usePlayer.getState()).toMatchObject({ problem: 'The simulation stopped: out of memory.', playing: false });
  });

  it('an image that arrives is simulated with', () => {
    const scene = windy(1);
    session.setScene(scene, new Map());
    pool.work();
    session.setScene(scene, new Map([['a', { width: 1, height: 1, levels: new Uint8Array([9]) }]]));
    expect(pool.orders).toHaveLength(2);
  });

  it('after the edit of a key only frames that it can change are made anew; what is on the screen before them stays', () => {
    const keyed = (value: number): Scene => {
      const scene = windy(1);
      const keys = {
        strength: [0, 12, 16].map((frame, i) => ({ frame, value: i === 1 ? value : 1, ease: 'step' as const })),
      };
      return { ...scene, fields: scene.fields.map((f) => ({ ...f, keys })) };
    };
    session.setScene(keyed(2), new Map());
    pool.work();
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
    session.setScene(keyed(9), new Map());
    // The playhead is at 10; a motion’s velocity is felt one frame before the key.
    expect(pool.last.from).toBe(11);
    expect([pool.forgotten.at(-1), pool.last.keeps]).toEqual([11, true]);
    expect(usePlayer.getState().cached).toEqual([[0, 10]]);
    pool.work();
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
    pool.work(5);
    slow.setScene(windy(7), new Map());
    // The threads have not heard of the edit yet.
    pool.work(9);
    waiting.shift()!();
    expect(pool.last.from).toBe(0);
    pool.work();
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
    slow.seek(20);
    slow.dispose();
    expect(pool.orders).toHaveLength(2);
  });

  it('an edit that changes nothing anywhere makes nothing anew', () => {
    const scene = windy(1);
    session.setScene(scene, new Map());
    pool.work();
    const orders = pool.orders.length;
    session.setScene(
      {
        ...scene,
        fields: scene.fields.map((f) => ({
          ...f,
          keys: { strength: [{ frame: 4, value: 1, ease: 'linear' as const }] },
        })),
      },
      new Map(),
    );
    expect(pool.orders.length).toBe(orders);
    expect(usePlayer.getState().cached).toEqual([[0, 20]]);
  });

  describe('is opened with what the first pictures need', () => {
    const long = (count: number): Scene => ({ ...windy(1, count), time: { ...windy(1).time, first: 0, last: 99 } });

    beforeEach(() => {
      vi.useFakeTimers();
      usePlayer.setState({ frame: 0, shown: undefined });
    });
    afterEach(() => void vi.useRealTimers());

    it('a long shot by its first frames; the others once some have been seen, or after a pause', () => {
      session.setScene(long(50), new Map());
      expect(pool.last).toMatchObject({ from: 0, through: 15 });
      pool.work();
      // The playhead may be ahead, with pictures of the opening.
      usePlayer.setState({ frame: 9, shown: 3 });
      expect(pool.orders).toHaveLength(1);
      usePlayer.setState({ shown: 4 });
      expect(pool.last).toMatchObject({ from: 16, through: 99 });
      usePlayer.setState({ shown: 5 });
      vi.advanceTimersByTime(5000);
      expect(pool.orders).toHaveLength(2);

      for (const [playing, pause] of [
        [false, 400],
        [true, 2000],
      ] as const) {
        usePlayer.setState({ playing, frame: 0, shown: undefined });
        const another = new Session((work) => work());
        another.setScene(long(50), new Map());
        pool.work();
        vi.advanceTimersByTime(pause / 2);
        expect(pool.last.through).toBe(15);
        vi.advanceTimersByTime(pause / 2);
        expect(pool.last).toMatchObject({ from: 16, through: 99 });
        another.dispose();
      }
    });

    it('an edit in that pause begins anew, with all frames', () => {
      session.setScene(long(50), new Map());
      pool.work();
      session.setScene({ ...long(50), seed: 7 }, new Map());
      expect(pool.last).toMatchObject({ from: 0, through: 99 });
      vi.advanceTimersByTime(5000);
      expect(pool.orders).toHaveLength(2);
    });

    it('a frame that is saved in that pause is made for it, undisturbed', () => {
      usePlayer.setState({ frame: 10 });
      session.setScene(long(2_000_000), new Map());
      pool.last.onDone!(1e-6);
      vi.advanceTimersByTime(1);
      beside.work(12);
      session.seek(12);
      const saved: Frame[] = [];
      session.exact((frame) => saved.push(frame));
      const order = pool.last;
      usePlayer.setState({ frame: 30 });
      vi.advanceTimersByTime(5000);
      expect(pool.last).toBe(order);
      order.onDone!(1e-6);
      expect(pool.last).toMatchObject({ from: 0, through: 99 });
    });

    it('a heavy scene is seen as a draft of few particles until its frames come', () => {
      const heavy = long(2_000_000);
      usePlayer.setState({ frame: 10 });
      session.setScene(heavy, new Map());
      pool.last.onDone!(1e-6);
      vi.advanceTimersByTime(1);
      expect(pool.orders).toHaveLength(1);
      beside.work(30);
      vi.advanceTimersByTime(5000);
      expect(pool.last).toMatchObject({ draftFraction: 1, from: 0 });
      expect(session.screen.has(30)).toBe(true);
      session.seek(30);
      const draft = shown.at(-1)!;
      expect([draft.frame, draft.draftFraction]).toEqual([30, beside.last.draftFraction]);
      expect(session.screen.at(29)?.draftFraction).toBe(draft.draftFraction);

      // It is not what is saved: that frame is made for it.
      const saved: Frame[] = [];
      session.exact((frame) => saved.push(frame));
      expect(saved).toEqual([]);
      expect(pool.last).toMatchObject({ draftFraction: 1, from: 30, through: 30 });

      pool.last.onDone!(1e-6);
      expect(pool.last).toMatchObject({ draftFraction: 1, from: 0, through: 99 });
      pool.last.onFrame({ ...draft, draftFraction: 1 });
      expect(shown.at(-1)!.draftFraction).toBe(1);
      expect(session.screen.at(30)!.draftFraction).toBe(1);

      session.setScene({ ...heavy, seed: 7 }, new Map());
      expect(session.screen.has(29)).toBe(false);
    });
  });

  describe('knows the box of the particles of the shot', () => {
    const high = () => usePlayer.getState().shotBounds(0, 20)[0]?.high[0] ?? 0;
    const wholeBox = (scene: Scene) => {
      const run = new Simulation(scene, new Map());
      while (run.frame < 20) run.advance();
      return snapshot(run, 1).meters.bounds[0]!.high[0];
    };

    beforeEach(() => void vi.useFakeTimers());
    afterEach(() => void vi.useRealTimers());

    it('from a draft with few particles while its frames are on their way, and from these as they come', () => {
      const scene = windy(3, 40_000);
      session.setScene(scene, new Map());
      pool.last.onDone!(1e-9);
      vi.advanceTimersByTime(2000);
      pool.work(2);
      const early = high();
      expect(beside.last.draftFraction).toBeCloseTo(0.01);
      beside.work(12);
      expect(high()).toBeGreaterThan(1.2 * early);
      beside.work();
      // About 400 of a ball of 40 000: they come to within a tenth of the whole box.
      expect(high()).toBeGreaterThan(0.9 * wholeBox(scene));
      pool.work();
      expect(high()).toBe(wholeBox(scene));
    });

    it('without a draft where the run is soon done, the scene changes first, or it has few particles', () => {
      session.setScene(windy(1, 40_000), new Map());
      pool.work(5);
      vi.advanceTimersByTime(300);
      session.setScene(windy(2, 40_000), new Map());
      vi.advanceTimersByTime(300);
      pool.work();
      vi.advanceTimersByTime(5000);
      session.setScene(windy(3), new Map());
      vi.advanceTimersByTime(5000);
      expect(beside.orders).toEqual([]);
    });

    it('of the scene as it is: a draft of the state before an edit ends', () => {
      session.setScene(windy(1, 40_000), new Map());
      pool.last.onDone!(1e-9);
      vi.advanceTimersByTime(600);
      expect(beside.orders).toHaveLength(1);
      session.setScene(windy(2, 40_000), new Map());
      expect(beside.ended).toBe(true);
    });
  });
});
