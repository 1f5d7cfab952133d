import { beforeEach, describe, expect, it, vi } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import { usePlayer } from '../../state/player-store';
import { openedScene, openScene, undo } from '../../state/scene-store';
import { select } from '../../state/selection-store';
import { copyPicked, deletePicked, easePicked, nudge, pasteKeys, pickedRows, startMove } from './key-actions';
import { pick, useKeys } from './keys-store';

const kept = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (k: string) => kept.get(k) ?? null,
  setItem: (k: string, v: string) => void kept.set(k, v),
});
const said: string[] = [];
vi.mock('sonner', () => ({
  toast: Object.assign((text: string) => said.push(text), { error: (text: string) => said.push(text) }),
}));

const key = (frame: number, value: number) => ({ frame, value, ease: 'linear' as const });
const STRENGTH = 'fields f0 strength';
const strengths = (field = 0) =>
  (openedScene().fields[field]!.keys['strength'] ?? []).map(({ frame, value }) => `${frame}: ${String(value)}`);

beforeEach(() => {
  said.length = 0;
  kept.clear();
  openScene(
    testScene({
      time: { fps: 24, first: 0, last: 100 },
      fields: [
        { settings: { kind: 'wind' }, keys: { strength: [key(0, 1), key(10, 2), key(20, 3)] } },
        { settings: { kind: 'gravity' }, keys: { strength: [key(0, 9)] } },
      ],
    }),
  );
  useKeys.setState({ ripple: false, picked: {} });
  usePlayer.setState({ frame: 0 });
  select({ type: 'scene' });
});

describe('picked keys', () => {
  it('are those that are still there', () => {
    pick({ [STRENGTH]: [10, 15], 'fields gone strength': [0] });
    expect(pickedRows().map(({ row, frames }) => [row.id, [...frames]])).toEqual([[STRENGTH, [10]]]);
  });

  it('are nudged as one step, stay picked, and one undo brings them back', () => {
    pick({ [STRENGTH]: [10, 20], 'fields f1 strength': [0] });
    nudge(5);
    expect([strengths(), strengths(1)]).toEqual([['0: 1', '15: 2', '25: 3'], ['5: 9']]);
    expect(useKeys.getState().picked[STRENGTH]).toEqual([15, 25]);
    undo();
    expect([strengths(), strengths(1)]).toEqual([['0: 1', '10: 2', '20: 3'], ['0: 9']]);
  });

  it('take along all that follow where ripple is on', () => {
    useKeys.setState({ ripple: true });
    pick({ [STRENGTH]: [10] });
    nudge(3);
    expect(strengths()).toEqual(['0: 1', '13: 2', '23: 3']);
  });

  it('are scaled about a frame', () => {
    pick({ [STRENGTH]: [0, 10, 20] });
    startMove()(0, { about: 0, by: 2 });
    expect(strengths()).toEqual(['0: 1', '20: 2', '40: 3']);
    expect(useKeys.getState().picked[STRENGTH]).toEqual([0, 20, 40]);
  });

  it('are deleted; a number that loses its last key keeps the value it has at the playhead', () => {
    pick({ [STRENGTH]: [10], 'fields f1 strength': [0] });
    deletePicked();
    expect(strengths()).toEqual(['0: 1', '20: 3']);
    expect(strengths(1)).toEqual([]);
    expect(openedScene().fields[1]!.strength).toBe(9);
    expect(pickedRows()).toEqual([]);
  });

  it('get an ease and its handles; handles of the others stay', () => {
    pick({ [STRENGTH]: [0] });
    easePicked('curve', [0.1, 0, 0.2, 1]);
    pick({ [STRENGTH]: [10] });
    easePicked('step');
    const [first, second] = openedScene().fields[0]!.keys['strength']!;
    expect(first).toEqual({ ...key(0, 1), ease: 'curve', handles: [0.1, 0, 0.2, 1] });
    expect(second).toEqual({ ...key(10, 2), ease: 'step' });
    pick({ [STRENGTH]: [0] });
    easePicked('smooth');
    expect(openedScene().fields[0]!.keys['strength']![0]).toEqual({ ...key(0, 1), ease: 'smooth' });
  });
});

describe('pasted keys', () => {
  const copyTwo = () => {
    pick({ [STRENGTH]: [10, 20] });
    copyPicked();
  };

  it('begin at the playhead, in the row they come from', () => {
    copyTwo();
    usePlayer.setState({ frame: 50 });
    pasteKeys();
    expect(strengths()).toEqual(['0: 1', '10: 2', '20: 3', '50: 2', '60: 3']);
    expect(useKeys.getState().picked[STRENGTH]).toEqual([50, 60]);
  });

  it('go to what is selected where it has such a number', () => {
    copyTwo();
    select({ type: 'field', id: 'f1' });
    usePlayer.setState({ frame: 30 });
    pasteKeys();
    expect(strengths(1)).toEqual(['0: 9', '30: 2', '40: 3']);
    expect(strengths()).toHaveLength(3);
  });

  it('keep their times in seconds in a scene of another rate, and that is said', () => {
    copyTwo();
    const scene = openedScene();
    openScene({ ...scene, time: { ...scene.time, fps: 48 } });
    usePlayer.setState({ frame: 40 });
    pasteKeys();
    expect(strengths().slice(-2)).toEqual(['40: 2', '60: 3']);
    expect(said).toEqual(['Copied at 24 frames a second and pasted at 48: the times in seconds stay the same.']);
  });

  it('are told where nothing takes them, and nothing changes', () => {
    copyTwo();
    openScene(testScene());
    const before = openedScene();
    pasteKeys();
    expect(openedScene()).toBe(before);
    expect(said[0]).toMatch(/^1 of 1 copied numbers can’t be pasted: nothing here has such a number/);
  });

  it('that were never copied, or are damaged, are told', () => {
    pasteKeys();
    kept.set('bathyclast-copied-keys', '{"fps":0}');
    pasteKeys();
    kept.set('bathyclast-copied-keys', 'x');
    pasteKeys();
    expect(said).toEqual(new Array(3).fill('There are no keyframes to paste. Select keyframes and copy them first.'));
  });
});
