import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { newScene } from '../../core/scene/starters';
import { openScene } from '../state/scene-store';
import { usePlayer } from '../state/player-store';
import type { Session } from './session';
import { Transport } from './transport';

/** A session that has frames up to `through` and keeps what it is asked for. */
const session = { through: 96, asked: [] as number[] };
const asSession = {
  screen: { has: (frame: number) => frame <= session.through },
  seek: (frame: number) => {
    session.asked.push(frame);
    usePlayer.setState({ frame });
  },
} as unknown as Session;

let tick: ((time: number) => void) | undefined;
let now = 0;

/** Lets the screen draw so many pictures, some milliseconds apart. */
function pictures(count: number, ms: number): void {
  for (let i = 0; i < count; i++) {
    now += ms;
    tick?.(now);
  }
}

beforeEach(() => {
  now = 1000;
  session.asked = [];
  session.through = 96;
  vi.stubGlobal('requestAnimationFrame', (callback: (time: number) => void) => {
    tick = callback;
    return 1;
  });
  vi.stubGlobal('cancelAnimationFrame', () => (tick = undefined));
  vi.spyOn(performance, 'now').mockImplementation(() => now);
  openScene(newScene('Play'));
  usePlayer.setState({ frame: 0, playing: false, pace: 'every frame' });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe('playing', () => {
  it('every frame: each is shown, on a slow screen too, and never faster than the rate', () => {
    const transport = new Transport(asSession);
    transport.play();
    pictures(10, 200);
    expect(session.asked).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    session.asked = [];
    pictures(100, 5);
    expect(session.asked.length).toBeGreaterThanOrEqual(11);
    expect(session.asked.length).toBeLessThanOrEqual(13);
  });

  it('real time: keeps to the clock and leaves frames out', () => {
    const transport = new Transport(asSession);
    transport.setPace('real time');
    transport.play();
    pictures(5, 500);
    expect(session.asked).toEqual([12, 24, 36, 48, 60]);
  });

  it('waits for a frame that is not simulated yet, and goes on without a leap', () => {
    const transport = new Transport(asSession);
    session.through = 2;
    transport.play();
    pictures(20, 50);
    expect(usePlayer.getState().frame).toBe(2);
    session.through = 96;
    pictures(1, 50);
    expect(usePlayer.getState().frame).toBeLessThanOrEqual(4);
  });

  it('begins again at the end, and stops where it is told to', () => {
    const transport = new Transport(asSession);
    usePlayer.setState({ frame: 95 });
    transport.play();
    pictures(3, 50);
    expect(session.asked).toEqual([96, 0, 1]);
    transport.toggle();
    expect(usePlayer.getState().playing).toBe(false);
    session.asked = [];
    pictures(3, 50);
    expect(session.asked).toEqual([]);
    transport.step(1);
    expect(usePlayer.getState().frame).toBe(2);
  });

  it('pressed at the last frame it begins at the first', () => {
    usePlayer.setState({ frame: 96 });
    new Transport(asSession).play();
    expect(session.asked).toEqual([0]);
  });
});
