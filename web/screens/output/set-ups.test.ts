import { beforeEach, describe, expect, it } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import { checkScene } from '../../../core/scene/read';
import { openScene, openedScene, undo } from '../../state/scene-store';
import { addSetUp, editSetUp, removeSetUp, sceneFor, setSpan, settingsOf, setUpsOf, summaryOf } from './set-ups';

beforeEach(() => openScene({ ...testScene(), name: 'Kelp', time: { ...testScene().time, first: 0, last: 48 } }));
const all = () => setUpsOf(openedScene());
const first = () => settingsOf(all()[0]!, openedScene());

describe('how a scene is rendered', () => {
  it('begins as an MP4 of the whole shot that is named after the scene', () => {
    expect(first()).toMatchObject({ format: 'mp4', from: 0, through: 48, every: 1, pattern: 'kelp_####' });
    expect(openedScene().renders).toEqual([]);
  });

  it('is kept in the scene, which stays sound, and each change is one step of undo', () => {
    editSetUp(0, { format: 'png', bits: '16' });
    expect(first()).toMatchObject({ format: 'png', bits: '16' });
    expect(checkScene(JSON.parse(JSON.stringify(openedScene())))).toEqual([]);
    undo();
    expect(first().format).toBe('mp4');
  });

  it('of the whole shot grows with it; of a part it stays, and inside the shot', () => {
    const longer = (last: number) => ({ ...openedScene(), time: { ...openedScene().time, last } });
    setSpan(0, 10, 20);
    expect(settingsOf(all()[0]!, longer(99))).toMatchObject({ from: 10, through: 20 });
    expect(settingsOf(all()[0]!, longer(15))).toMatchObject({ from: 10, through: 15 });
    setSpan(0, 0, 48);
    expect(settingsOf(all()[0]!, longer(99))).toMatchObject({ from: 0, through: 99 });
  });

  it('has several ways at once, each with a size of its own, and one is always left', () => {
    expect(addSetUp({ ...all()[0]!, format: 'gif', width: 320, height: 180 })).toBe(1);
    expect(summaryOf(all()[1]!, openedScene())).toMatch(/^GIF.*, 320 × 180, 49 frames$/);
    expect(sceneFor(all()[1]!, openedScene()).output).toMatchObject({ width: 320, height: 180 });
    expect(sceneFor(all()[0]!, openedScene()).output).toEqual(openedScene().output);
    removeSetUp(0);
    expect(all().map(({ format }) => format)).toEqual(['gif']);
    removeSetUp(0);
    expect(all()).toHaveLength(1);
  });

  it('takes no more than a scene holds', () => {
    for (let i = 0; i < 20; i++) addSetUp(all()[0]!);
    expect(all()).toHaveLength(12);
    expect(addSetUp(all()[0]!)).toBeUndefined();
  });

  it('with a format that this program does not know is an MP4', () => {
    editSetUp(0, { format: 'film' });
    expect(first().format).toBe('mp4');
  });
});
