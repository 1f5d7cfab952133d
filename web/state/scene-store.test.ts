import { beforeEach, describe, expect, it } from 'vitest';
import { newScene } from '../../core/scene/starters';
import { testScene } from '../../core/tests/scenes';
import { takeRow } from './take-row';
import {
  beginGesture,
  editField,
  editScene,
  endGesture,
  onHold,
  openedScene,
  openScene,
  redo,
  undo,
  useSceneStore,
} from './scene-store';

const setSeed = (seed: number) => editScene((scene) => void (scene.seed = seed));
const steps = () => useSceneStore.temporal.getState().pastStates.length;

beforeEach(() => openScene(newScene('Undo')));

describe('undo', () => {
  it('takes back edits one by one, and does them again', () => {
    for (const seed of [2, 3, 4]) setSeed(seed);
    undo();
    expect(openedScene().seed).toBe(3);
    undo();
    undo();
    expect(openedScene().seed).toBe(1);
    redo();
    expect(openedScene().seed).toBe(2);
    setSeed(9);
    redo();
    expect(openedScene().seed).toBe(9);
  });

  it('all of a gesture is one step', () => {
    setSeed(2);
    beginGesture();
    for (let seed = 10; seed < 60; seed++) setSeed(seed);
    endGesture();
    setSeed(99);
    expect(steps()).toBe(3);
    undo();
    expect(openedScene().seed).toBe(59);
    undo();
    expect(openedScene().seed).toBe(2);
  });

  it('a gesture that changes nothing is no step, and an edit without effect is none', () => {
    beginGesture();
    endGesture();
    setSeed(openedScene().seed);
    expect(steps()).toBe(0);
  });

  it('what takes something away, pressed twice, is one step', () => {
    openScene(testScene({ fields: [{ settings: { kind: 'wind' }, modulators: [{ kind: 'age' }] }] }));
    for (let press = 0; press < 2; press++) editField('f0', (field) => void (field.modulators = []));
    expect(steps()).toBe(1);
    undo();
    expect(openedScene().fields[0]!.modulators).toHaveLength(1);
  });

  it('keeps hundreds of steps', () => {
    for (let seed = 2; seed < 402; seed++) setSeed(seed);
    for (let i = 0; i < 400; i++) undo();
    expect(openedScene().seed).toBe(1);
  });

  it('another scene that is opened has no past', () => {
    setSeed(5);
    openScene(newScene('Other'));
    expect(steps()).toBe(0);
    undo();
    expect(openedScene().name).toBe('Other');
  });
});

it('an undo in the middle of a gesture takes back what it did so far, and what follows is one more step', () => {
  beginGesture();
  for (const seed of [5, 6, 7]) setSeed(seed);
  undo();
  expect(openedScene().seed).toBe(1);
  for (const seed of [8, 9]) setSeed(seed);
  endGesture();
  undo();
  expect(openedScene().seed).toBe(1);
  expect(steps()).toBe(0);
});

it('a −0 is a 0 in the scene: JSON has none, and what is opened again must be what was run', () => {
  editScene((scene) => void (scene.camera.target = [-0, 1, -0]));
  expect(Object.is(openedScene().camera.target[0], 0)).toBe(true);
});

it('who listens hears a gesture begin and end, each once', () => {
  const heard: boolean[] = [];
  const stop = onHold((held) => heard.push(held));
  beginGesture();
  beginGesture();
  endGesture();
  endGesture();
  stop();
  beginGesture();
  endGesture();
  expect(heard).toEqual([true, false]);
});

it('a row that is taken away takes along what moves its numbers, and that of later rows stays with them', () => {
  const key = (value: number) => [{ frame: 0, value, ease: 'linear' as const }];
  openScene(
    testScene({
      fields: [
        {
          settings: { kind: 'wind' },
          modulators: [{ kind: 'age' }, { kind: 'noise' }, { kind: 'speed' }],
          keys: { 'modulators.0.amount': key(0.1), 'modulators.2.amount': key(0.3), strength: key(5) },
          automations: { 'modulators.1.size': { kind: 'wave' } },
        },
      ],
    }),
  );
  editField('f0', (field) => takeRow(field, 'fields', 'modulators', 0));
  const { keys, automations } = openedScene().fields[0]!;
  expect(keys).toEqual({ 'modulators.1.amount': key(0.3), strength: key(5) });
  expect(Object.keys(automations)).toEqual(['modulators.0.size']);
  // A modulator of another kind has no such number any more.
  editField(
    'f0',
    (field) =>
      void (field.modulators[0] = { kind: 'variance', variance: 0.5, seed: 1, amount: 1, remap: false } as never),
  );
  expect(openedScene().fields[0]!.automations).toEqual({});
});
