import { cases } from '../../core/tests/cases';
import { measureDelivery } from '../../core/measure/delivery';
import * as fc from 'fast-check';
import { afterAll, expect, it, vi } from 'vitest';
import { emptyMeters } from '../../core/measure/meters';
import { examples } from '../../core/examples';
import type { Scene } from '../../core/document/scene';
import { newScene } from '../../core/scene/starters';
import { Simulation } from '../../core/sim/step/simulation';
import { anyScene } from '../../core/tests/any-scene';
import { sceneFrom } from '../../formats/scene-file';
import { usePlayer } from '../state/player-store';
import { useRecord } from '../state/record';
import { endGesture, openedScene, openScene, undo, useSceneStore } from '../state/scene-store';
import { select } from '../state/selection-store';
import { COMMANDS } from './commands';
import { Draw } from './draw';

/** One thing that is done: the command, and the numbers it makes its choices by. */
interface Step {
  readonly command: string;
  readonly numbers: readonly number[];
}

/** Steps in a row that a person might do. */
const someSteps = (length: number): fc.Arbitrary<Step[]> =>
  fc.array(
    fc.record({
      // Values and kinds are what is set all day.
      command: fc.constantFrom('setRow', 'setRow', 'setRow', 'chooseKind', 'chooseKind', ...Object.keys(COMMANDS)),
      numbers: fc.array(fc.nat(0x7fffffff), { minLength: 6, maxLength: 6 }),
    }),
    { minLength: 1, maxLength: length, size: 'max' },
  );

/** What a page has besides the scene, as it is at first. */
export function freshPage(scene: Scene): void {
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
  });
  endGesture();
  useRecord.setState({ on: false, autoKey: true });
  usePlayer.setState({ frame: scene.time.first, playing: false, meters: emptyMeters(0, 0) });
  select({ type: 'scene' });
  openScene(scene);
}

/** The scene as the server would give it back. */
const throughTheApi = (scene: Scene): Scene => sceneFrom(JSON.parse(JSON.stringify(scene)));

/** Where two values differ first, and how; undefined where they are equal. */
function difference(a: unknown, b: unknown, at = ''): string | undefined {
  if (Object.is(a, b)) return undefined;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null)
    return `${at}: ${String(a)} became ${String(b)}`;
  const [was, is] = [a as Record<string, unknown>, b as Record<string, unknown>];
  for (const name of new Set([...Object.keys(a), ...Object.keys(b)])) {
    if (!(name in is)) return `${at}.${name} is gone`;
    if (!(name in was)) return `${at}.${name} is new`;
    const found = difference(was[name], is[name], `${at}.${name}`);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** Particles that are enough to find what throws. */
const FEW = { draftFraction: 0.02, slice: 0, slices: 1 };

/**
 * The scene with no more of anything than is quickly simulated; what counts is that every part of it is compiled and
 * runs.
 */
function light(scene: Scene): Scene {
  const few = (amount: Scene['emitters'][number]['emission'][number]) => ({
    ...amount,
    ...(typeof amount['rate'] === 'number' && { rate: Math.min(amount['rate'], 2000) }),
    ...(typeof amount['count'] === 'number' && { count: Math.min(amount['count'], 400) }),
  });
  return {
    ...scene,
    time: { ...scene.time, preRoll: Math.min(scene.time.preRoll, 2), substeps: Math.min(scene.time.substeps, 2) },
    emitters: scene.emitters.map((e) => ({ ...e, emission: e.emission.map(few) })),
  };
}

/** Two frames of the scene. */
function simulated(scene: Scene): void {
  const run = new Simulation(light(scene), new Map(), { portion: FEW });
  run.advance();
  run.advance();
  measureDelivery(run);
  run.end();
}

/**
 * Steps in all, in two files that run beside each other; `BATHYCLAST_MONKEY_STEPS=200000` does more,
 * `BATHYCLAST_MONKEY_SEED` others.
 */
const STEPS = Number(process.env['BATHYCLAST_MONKEY_STEPS'] ?? cases(800, 20_000));
const SEED = Number(process.env['BATHYCLAST_MONKEY_SEED'] ?? 41);
const FILES = 2;

const aScene = fc.oneof(fc.constant(newScene('New')), fc.constantFrom(...examples.map(({ scene }) => scene)), anyScene);

/** Steps that have been done in this file. */
const done = { steps: 0 };

/**
 * Does the steps one after the other in a page with that scene; after each the scene must be sound, and undoing all
 * gives the first back.
 */
function doAll(first: Scene, steps: readonly Step[]): void {
  freshPage(first);
  for (const { command, numbers } of steps) {
    const before = openedScene();
    done.steps++;
    COMMANDS[command]!(new Draw(numbers));
    const scene = openedScene();
    if (scene === before) continue;
    // What the checker refuses throws here.
    expect(difference(scene, throughTheApi(scene)), command).toBeUndefined();
    simulated(scene);
  }
  endGesture();
  const { pastStates } = useSceneStore.temporal.getState();
  for (let i = pastStates.length; i > 0; i--) undo();
  expect(difference(first, openedScene()), 'undone').toBeUndefined();
  expect(JSON.stringify(openedScene())).toBe(JSON.stringify(first));
}

/** The share of a file in all steps, from a seed of its own. */
export function letTheMonkeyIn(file: number): void {
  const steps = Math.ceil(STEPS / FILES);
  // The files that follow in this worker find the page as it is at first.
  afterAll(() => freshPage(newScene('New')));
  it(`whatever is done, the scene is sound, goes through the API unchanged, runs, and is undone to the byte: ${steps} steps`, () => {
    for (let seed = SEED + 1000 * file; done.steps < steps; seed++) {
      const result = fc.check(fc.property(aScene, someSteps(50), doAll), { numRuns: 40, seed });
      expect(result.failed, result.failed ? fc.defaultReportMessage(result) : '').toBe(false);
    }
  }, 3_600_000);
}
