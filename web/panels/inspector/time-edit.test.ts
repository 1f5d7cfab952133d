import { beforeEach, describe, expect, it } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import { usePlayer } from '../../state/player-store';
import { openedScene, openScene, undo } from '../../state/scene-store';
import { setTime, startShotHere } from './time-edit';

const key = (frame: number, value: number) => ({ frame, value, ease: 'linear' as const });

beforeEach(() => {
  openScene(
    testScene({
      time: { first: 0, last: 48, preRoll: 4 },
      emitter: { emission: [{ kind: 'rate', rate: 3, variance: 1, rateUnit: 'frame' }] },
      fields: [{ settings: { kind: 'wind' }, keys: { strength: [key(10, 1)] } }],
    }),
  );
  usePlayer.setState({ frame: 0 });
});

describe('the shot begins at the playhead', () => {
  it('with all before it as pre-roll: the run stays as it is', () => {
    usePlayer.setState({ frame: 12 });
    startShotHere();
    const { first, last, preRoll } = openedScene().time;
    expect([first, last, preRoll]).toEqual([12, 48, 16]);
    expect(openedScene().fields[0]!.keys['strength']![0]!.frame).toBe(10);
    undo();
    expect(openedScene().time).toMatchObject({ first: 0, preRoll: 4 });
  });

  it('in slow motion at the frame of the scene’s own time; keys and markers of the shot go along', () => {
    const scene = openedScene();
    openScene({
      ...scene,
      time: { ...scene.time, scale: 0.5 },
      camera: { ...scene.camera, keys: { angle: [key(20, 40)] } },
      markers: [{ frame: 30, name: 'Turn' }],
    });
    usePlayer.setState({ frame: 20 });
    startShotHere();
    const now = openedScene();
    // Twenty frames of the shot are ten of the scene.
    expect([now.time.first, now.time.last, now.time.preRoll]).toEqual([10, 38, 14]);
    expect(now.camera.keys['angle']![0]!.frame).toBe(10);
    expect(now.markers).toEqual([{ frame: 20, name: 'Turn' }]);
    // Keys of fields stand in the scene’s own time and stay.
    expect(now.fields[0]!.keys['strength']![0]!.frame).toBe(10);
    expect(usePlayer.getState().frame).toBe(10);
  });
});

describe('numbers of the time', () => {
  it('never move one another: a last frame before the first is refused, and so is a first after the last', () => {
    setTime('first', 60);
    setTime('last', -20);
    expect(openedScene().time).toMatchObject({ first: 0, last: 48 });
  });

  it('another rate of frames keeps a rate of births stated by the frame what it is by the second', () => {
    setTime('fps', 48);
    expect(openedScene().time.fps).toBe(48);
    expect(openedScene().emitters[0]!.emission[0]).toMatchObject({ rate: 1.5, variance: 0.5, rateUnit: 'frame' });
  });

  it('another rate of frames leaves rates by the second alone', () => {
    openScene(testScene({ emitter: { emission: [{ kind: 'rate', rate: 100 }] } }));
    setTime('fps', 60);
    expect(openedScene().emitters[0]!.emission[0]!['rate']).toBe(100);
  });
});
