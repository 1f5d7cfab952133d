import { afterEach, describe, expect, it } from 'vitest';
import { testScene } from '../../core/tests/scenes';
import { usePlayer } from './player-store';
import { useRecord } from './record';
import { beginGesture, editField, endGesture, openedScene, openScene, undo } from './scene-store';

const keys = () => openedScene().fields[0]!.keys['strength'] ?? [];

/** Plays from frame to frame, and sets the strength on each. */
function turn(from: number, values: readonly number[]): void {
  beginGesture();
  values.forEach((value, i) => {
    usePlayer.setState({ frame: from + i });
    editField('f0', (field) => void (field.strength = value));
  });
  endGesture();
}

afterEach(() => {
  useRecord.setState({ on: false });
  usePlayer.setState({ playing: false, frame: 0 });
});

describe('recording', () => {
  const start = () => {
    openScene(testScene({ fields: [{ settings: { kind: 'wind' }, strength: 1 }] }));
    useRecord.setState({ on: true });
    usePlayer.setState({ playing: true });
  };

  it('turns what is changed while it plays into few keys, which keep what was before; one step undoes it', () => {
    start();
    turn(
      10,
      Array.from({ length: 21 }, (_, i) => 1 + i / 10),
    );
    // On frame 10 it still is what it was.
    expect(keys()[0]).toMatchObject({ frame: 10, value: 1 });
    expect(keys().length).toBeLessThanOrEqual(4);
    expect(keys().at(-1)).toMatchObject({ frame: 30, value: 3 });
    expect(openedScene().fields[0]!.strength).toBe(1);
    undo();
    expect(keys()).toEqual([]);
  });

  it('records over what was there, and leaves alone what lies outside', () => {
    start();
    turn(
      10,
      Array.from({ length: 21 }, (_, i) => 1 + Math.sin(i / 3)),
    );
    const outside = keys().filter((key) => key.frame < 15 || key.frame > 20);
    turn(15, [5, 5, 5, 5, 5, 5]);
    expect(keys().filter((key) => key.frame < 15 || key.frame > 20)).toEqual(outside);
    for (const key of keys().filter(({ frame }) => frame >= 15 && frame <= 20)) expect(key.value).toBe(5);
  });

  it('off, or while it stands, sets plainly', () => {
    start();
    usePlayer.setState({ playing: false });
    turn(4, [2]);
    expect(keys()).toEqual([]);
    expect(openedScene().fields[0]!.strength).toBe(2);
  });
});
