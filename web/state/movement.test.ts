import { afterEach, expect, it } from 'vitest';
import { testScene } from '../../core/tests/scenes';
import { usePlayer } from './player-store';
import { setKeyOf } from './movement';
import { useRecord } from './record';
import { openedScene, openScene } from './scene-store';

const strength = { sort: 'fields', id: 'f0' } as const;
const keys = () => openedScene().fields[0]!.keys['strength'];

afterEach(() => useRecord.setState({ autoKey: true }));

it('without automatic keys all keys of a number move alike, and a number without keys gets its first', () => {
  openScene(testScene({ fields: [{ settings: { kind: 'wind' }, strength: 1 }] }));
  useRecord.setState({ autoKey: false });
  usePlayer.setState({ frame: 4 });
  setKeyOf(strength, 'strength', 2);
  expect(keys()).toEqual([{ frame: 4, value: 2, ease: 'linear' }]);
  useRecord.setState({ autoKey: true });
  usePlayer.setState({ frame: 8 });
  setKeyOf(strength, 'strength', 6);
  useRecord.setState({ autoKey: false });
  setKeyOf(strength, 'strength', 7);
  expect(keys()!.map(({ frame, value }) => [frame, value])).toEqual([
    [4, 3],
    [8, 7],
  ]);
});
