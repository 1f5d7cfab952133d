import { beforeEach, describe, expect, it } from 'vitest';
import { motionOf } from '../../core/document/keys/motion';
import { rotationFromDegrees } from '../../core/lib/math/rotation';
import { completeCarrier } from '../../core/scene/read';
import { testScene } from '../../core/tests/scenes';
import { usePlayer } from '../state/player-store';
import { openedScene, openScene, undo } from '../state/scene-store';
import { toggleKeyOf } from '../state/movement';
import { anglesOf, changeKey, mount, placedOf, refOf, setTransform, type PlaceNumber } from './transform-edit';

const owner = { type: 'emitter', id: 'e' } as const;
const placed = () => placedOf(openedScene(), owner)!;
const toggleKey = (of: Parameters<typeof refOf>[0], name: PlaceNumber) => toggleKeyOf(refOf(of), `transform.${name}`);
const at = (frame: number) => usePlayer.setState({ frame });

beforeEach(() => {
  openScene(testScene({ emitter: { transform: { position: [1, 2, 3], rotation: [10, 20, 30] } } }));
  at(0);
});

describe('keys of a place', () => {
  it('a plain number is set plainly; once keyed, a change writes a key at the playhead', () => {
    setTransform(owner, 'scale', 2);
    expect([placed().transform.scale, placed().keys]).toEqual([2, {}]);
    toggleKey(owner, 'position');
    at(24);
    setTransform(owner, 'position', [5, 2, 3]);
    expect(placed().keys['transform.position']).toEqual([
      { frame: 0, value: [1, 2, 3], ease: 'linear' },
      { frame: 24, value: [5, 2, 3], ease: 'linear' },
    ]);
    setTransform(owner, 'position', [6, 2, 3]);
    expect(placed().keys['transform.position']).toHaveLength(2);
    undo();
    undo();
    undo();
    expect(placed().keys).toEqual({});
  });

  it('a key is taken away where there is one; the last to go leaves its value', () => {
    toggleKey(owner, 'position');
    at(10);
    setTransform(owner, 'position', [9, 9, 9]);
    at(0);
    toggleKey(owner, 'position');
    expect(placed().keys['transform.position']).toEqual([{ frame: 10, value: [9, 9, 9], ease: 'linear' }]);
    at(10);
    toggleKey(owner, 'position');
    expect([placed().keys, placed().transform.position]).toEqual([{}, [9, 9, 9]]);
  });

  it('a key moves to another frame, but not onto another key', () => {
    toggleKey(owner, 'scale');
    at(10);
    setTransform(owner, 'scale', 3);
    expect(changeKey(owner, 'scale', 10, { frame: 0 })).toMatch(/Frame 0 already has a keyframe/);
    expect(changeKey(owner, 'scale', 10, { frame: 40, ease: 'step' })).toBeUndefined();
    expect(placed().keys['transform.scale']!.map((k) => [k.frame, k.ease])).toEqual([
      [0, 'linear'],
      [40, 'step'],
    ]);
  });
});

describe('mounting', () => {
  it('keeps a thing where it is, on a carrier that is moved, turned and scaled; and off it again', () => {
    const carrier = completeCarrier({
      id: 'k',
      name: 'K',
      transform: { position: [4, -1, 2], rotation: [30, -50, 70], scale: 2 },
    });
    openScene({ ...openedScene(), carriers: [carrier] });
    const before = motionOf(openedScene().carriers, placed()).at(0);
    const same = () => {
      const now = motionOf(openedScene().carriers, placed()).at(0);
      now.position.forEach((n, i) => expect(n).toBeCloseTo(before.position[i]!, 4));
      now.rotation.forEach((n, i) => expect(n).toBeCloseTo(before.rotation[i]!, 4));
      expect(now.scale).toBeCloseTo(before.scale, 5);
    };
    mount(owner, 'k');
    expect(placed().transform.carrier).toBe('k');
    same();
    mount(owner, '');
    same();
    expect(placed().transform.carrier).toBe('');
  });

  it('angles of a rotation turn as it does, upright and level ones too', () => {
    for (const angles of [
      [10, 20, 30],
      [-170, 60, 99],
      [0, 90, 0],
      [45, -90, 0],
      [180, 0, 180],
    ] as const) {
      const rotation = rotationFromDegrees(angles);
      rotationFromDegrees(anglesOf(rotation)).forEach((n, i) => expect(n).toBeCloseTo(rotation[i]!, 4));
    }
  });
});
