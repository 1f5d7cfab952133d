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

  it('keeps recordings of several things apart, and takes vectors as well', () => {
    openScene(
      testScene({
        fields: [
          { settings: { kind: 'wind' }, strength: 1 },
          { settings: { kind: 'wind' }, strength: 1 },
        ],
      }),
    );
    useRecord.setState({ on: true });
    usePlayer.setState({ playing: true });
    beginGesture();
    for (let i = 0; i <= 10; i++) {
      usePlayer.setState({ frame: 20 + i });
      editField('f0', (field) => void (field.strength = 1 + i));
      editField('f1', (field) => void (field.transform.position = [i, 0, -i]));
    }
    endGesture();
    const [first, second] = openedScene().fields;
    expect(Object.keys(first!.keys)).toEqual(['strength']);
    expect(Object.keys(second!.keys)).toEqual(['transform.position']);
    expect(second!.transform.position).toEqual([0, 0, 0]);
    expect(second!.keys['transform.position']!.at(-1)).toMatchObject({ frame: 30, value: [10, 0, -10] });
    // A straight line is kept by its ends alone.
    expect(second!.keys['transform.position']!.length).toBeLessThanOrEqual(3);
  });

  it('thins what was recorded by its own range: a wobble of a thousandth goes, one of a tenth stays', () => {
    const wobbled = (size: number) => {
      start();
      turn(
        10,
        Array.from({ length: 41 }, (_, i) => 10 + i / 4 + size * 10 * (i % 2)),
      );
      return keys().length;
    };
    expect(wobbled(0.001)).toBeLessThanOrEqual(4);
    expect(wobbled(0.1)).toBeGreaterThan(20);
  });

  it('a number that is keyed goes on being keyed: frames before and behind the recording stay', () => {
    openScene(
      testScene({
        fields: [
          {
            settings: { kind: 'wind' },
            keys: {
              strength: [
                { frame: 0, value: 4, ease: 'linear' },
                { frame: 12, value: 5, ease: 'linear' },
                { frame: 40, value: 6, ease: 'linear' },
              ],
            },
          },
        ],
      }),
    );
    useRecord.setState({ on: true });
    usePlayer.setState({ playing: true });
    turn(10, [2, 2, 2, 2, 2]);
    expect(keys().map(({ frame }) => frame)).toEqual(expect.arrayContaining([0, 10, 14, 40]));
    expect(keys().find(({ frame }) => frame === 12)?.value ?? 2).toBe(2);
    expect(keys().at(0)).toMatchObject({ frame: 0, value: 4 });
    expect(keys().at(-1)).toMatchObject({ frame: 40, value: 6 });
  });

  it('off, or while it stands, sets plainly', () => {
    start();
    usePlayer.setState({ playing: false });
    turn(4, [2]);
    expect(keys()).toEqual([]);
    expect(openedScene().fields[0]!.strength).toBe(2);
  });
});
