import { beforeEach, describe, expect, it } from 'vitest';
import { newScene } from '../../core/scene/starters';
import { beginGesture, editScene, endGesture, onHold, openedScene, openScene, redo, undo, useSceneStore } from './scene-store';

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
