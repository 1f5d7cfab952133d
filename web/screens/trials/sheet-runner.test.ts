import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import type { Hand } from '../../tests/hands';
import type { FromTrial, SheetJob, ToTrial, Values } from './jobs';
import { SheetRunner } from './sheet-runner';

const { hands, startWorker } = await vi.hoisted(async () => (await import('../../tests/hands')).handsOf<ToTrial>());
vi.mock('../../state/start-worker', () => ({ startWorker }));

const scene = testScene();
const order = (number = 1): SheetJob => ({
  number,
  scene,
  assets: new Map(),
  first: 0,
  through: 10,
  draftFraction: 0.8,
});
const valuesOf = (count: number): Values[] => Array.from({ length: count }, (_, i) => [['fields/f0/strength', i]]);
const tasks = () =>
  hands.map(({ posted }) =>
    posted.flatMap((one) => (one.type === 'trial' ? [`${one.index} at ${one.draftFraction}`] : [])),
  );
const answer = (hand: Hand<ToTrial>, index: number, draftFraction: number, number = 1) =>
  hand.say('message', { data: { type: 'trial', number, index, draftFraction, shots: [], measured: {} } });

let heard: FromTrial[] = [];
let runner: SheetRunner;
beforeEach(() => {
  vi.stubGlobal('navigator', { hardwareConcurrency: 2 });
  hands.length = 0;
  heard = [];
  runner = new SheetRunner((message) => heard.push(message));
});
afterEach(() => runner.end());

describe('a sheet of trials', () => {
  it('is made coarse first, all of it, and then fine: a thread has one trial at a time', () => {
    runner.start(order(), valuesOf(3));
    expect(hands).toHaveLength(2);
    expect(tasks()).toEqual([['0 at 0.1'], ['1 at 0.1']]);
    answer(hands[1]!, 1, 0.1);
    answer(hands[1]!, 2, 0.1);
    answer(hands[0]!, 0, 0.1);
    expect(tasks()).toEqual([
      ['0 at 0.1', '1 at 0.8'],
      ['1 at 0.1', '2 at 0.1', '0 at 0.8'],
    ]);
    expect(hands[0]!.posted.at(-1)).toMatchObject({ values: [['fields/f0/strength', 1]] });
    expect(heard).toHaveLength(3);
  });

  it('hires no more threads than it has trials, nor more than eight', () => {
    vi.stubGlobal('navigator', { hardwareConcurrency: 64 });
    runner.start(order(), valuesOf(1));
    expect(hands).toHaveLength(1);
    runner.start(order(2), valuesOf(40));
    expect(hands).toHaveLength(8);
  });

  it('that is begun anew lets go of the one before: a late answer to that is not told, but frees its thread', () => {
    runner.start(order(1), valuesOf(2));
    runner.start(order(2), valuesOf(2));
    expect(tasks()).toEqual([['0 at 0.1'], ['1 at 0.1']]);
    answer(hands[0]!, 0, 0.1, 1);
    expect(heard).toEqual([]);
    expect(hands[0]!.posted.at(-1)).toMatchObject({ type: 'trial', number: 2, index: 0 });
    answer(hands[0]!, 0, 0.1, 2);
    expect(heard).toHaveLength(1);
  });

  it('that is stopped hands out nothing more', () => {
    runner.start(order(), valuesOf(2));
    runner.stop();
    answer(hands[0]!, 0, 0.1);
    expect(tasks()[0]).toEqual(['0 at 0.1']);
  });

  it('says that a thread broke, and gives it nothing more', () => {
    runner.start(order(), valuesOf(2));
    hands[0]!.say('error', { message: 'out of memory' });
    expect(heard).toEqual([{ type: 'refused', number: 1, index: -1, message: 'a thread stopped: out of memory' }]);
    runner.start(order(2), valuesOf(2));
    expect(tasks()[0]).toEqual(['0 at 0.1']);
  });

  it('ends its threads', () => {
    runner.start(order(), valuesOf(2));
    runner.end();
    expect(hands.every(({ ended }) => ended)).toBe(true);
  });
});
