import { create } from 'zustand';
import { draftFractionFor } from '../../../core/sim/step/estimate';
import {
  cellsOf,
  readVariation,
  variablesOf,
  VariationError,
  type Cell,
  type TrialValue,
  type Variable,
  type Variation,
} from '../../../core/measure/trials/variation';
import type { Measure, Measured } from '../../../core/measure/trials/trial';
import type { Scene } from '../../../core/document/scene';
import { shown } from '../../widgets/charts/chart-data';
import { useAssets } from '../../simulation/scene-assets';
import type { FromTrial, Shot } from './jobs';
import { SheetRunner } from './sheet-runner';

/** The most cells along a side. */
const MOST_ACROSS = 8;

/** What is typed for one of the numbers. */
export interface Axis {
  readonly address: string;
  /** `low:high:steps` or `value, value, …`. */
  readonly text: string;
}

/** A cell of the sheet with what has come of it so far. */
export interface Trial extends Cell {
  readonly shots: readonly Shot[];
  /** 0 … 1 of the particles that are wanted. */
  readonly fine: number;
  readonly measured: Measured | undefined;
  readonly refused: string | undefined;
  readonly marked: boolean;
}

/** A sheet that is made or on its way. */
export interface Sheet {
  readonly number: number;
  readonly scene: Scene;
  readonly variations: readonly Variation[];
  readonly variables: readonly Variable[];
  readonly first: number;
  readonly through: number;
  readonly trials: readonly Trial[];
  /** Whether what was not made yet has been given up. */
  readonly stopped: boolean;
  /** Milliseconds from the start to the first picture of every cell, and to the last of all. */
  readonly seconds: {
    readonly started: number;
    readonly pictured: number | undefined;
    readonly done: number | undefined;
  };
}

interface TrialsState {
  readonly of: string;
  readonly across: Axis;
  /** None where only one number is varied. */
  readonly down: Axis | undefined;
  /** Frames after the first. */
  readonly frames: number;
  /** Particles of each trial, about. */
  readonly particles: number;
  readonly sheet: Sheet | undefined;
  readonly fault: string | undefined;
  /** Which trial is worked on. */
  readonly chosen: number | undefined;
  /** How far into the shot all pictures are, frames. */
  readonly at: number;
  readonly playing: boolean;
  readonly order: Measure | undefined;
}

export const useTrials = create<TrialsState>()(() => ({
  of: '',
  across: { address: '', text: '' },
  down: undefined,
  frames: 48,
  particles: 2000,
  sheet: undefined,
  fault: undefined,
  chosen: undefined,
  at: 48,
  playing: false,
  order: undefined,
}));

export const setTrials = (change: Partial<TrialsState>) => useTrials.setState(change);

/** A value of a trial as it is shown; a fraction in per cent. */
export function valueText(value: TrialValue, fraction = false): string {
  if (typeof value !== 'number') return value;
  return fraction ? `${shown(100 * value)} %` : shown(value);
}

/** The values of a trial, as they are shown. */
export const valuesText = ({ variables }: Sheet, { values }: Trial): string[] =>
  values.map(([, value], i) => valueText(value, variables[i]!.fraction));

/**
 * Values to begin with: for a number from nothing to twice its present value, as far as that is usual; or through all
 * that is usual, or that can be chosen.
 */
export function usualText({ value, options, usual = [0, 1], whole, fraction }: Variable): string {
  if (options) return options.slice(0, MOST_ACROSS).join(', ');
  if (fraction) return `${100 * usual[0]}%:${100 * usual[1]}%:5`;
  const twice = typeof value === 'number' && !whole ? Number((2 * value).toPrecision(6)) : 0;
  if (twice !== 0 && usual[0] <= Math.min(0, twice) && Math.max(0, twice) <= usual[1])
    return `${Math.min(0, twice)}:${Math.max(0, twice)}:5`;
  return whole && usual[1] - usual[0] > 100 ? '1, 2, 3, 4, 5, 6' : `${usual[0]}:${usual[1]}:5`;
}

/** Begins anew where another scene was tried before: with the strength of the first field. */
export function beginTrials(id: string, scene: Scene): void {
  if (useTrials.getState().of === id) return;
  const all = variablesOf(scene);
  const first = all.find(({ address }) => /^fields\/.*\/strength$/.test(address)) ?? all[0]!;
  runner.stop();
  setTrials({
    of: id,
    across: { address: first.address, text: usualText(first) },
    down: undefined,
    sheet: undefined,
    fault: undefined,
    chosen: undefined,
  });
}

function variationOf(scene: Scene, { address, text }: Axis): Variation {
  const variation = readVariation(scene, `${address}=${text}`);
  if (variation.values.length > MOST_ACROSS)
    throw new VariationError(`${address} has ${variation.values.length} values. The limit is ${MOST_ACROSS}`);
  return variation;
}

let number = 0;

const runner = new SheetRunner((message) => {
  const { sheet } = useTrials.getState();
  if (sheet?.number === message.number) setTrials({ sheet: withAnswer(sheet, message) });
});

function withAnswer(sheet: Sheet, message: FromTrial): Sheet {
  const trials = sheet.trials.map((trial, i): Trial => {
    if (message.type === 'refused')
      return i === message.index || message.index < 0 ? { ...trial, refused: message.message } : trial;
    if (i !== message.index) return trial;
    return { ...trial, shots: message.shots, measured: message.measured, fine: message.draftFraction / fullShare };
  });
  const passed = performance.now() - sheet.seconds.started;
  const pictured = trials.every((t) => t.shots.length > 0 || t.refused !== undefined);
  const done = trials.every((t) => t.fine >= 1 || t.refused !== undefined);
  return {
    ...sheet,
    trials,
    seconds: {
      started: sheet.seconds.started,
      pictured: sheet.seconds.pictured ?? (pictured ? passed : undefined),
      done: sheet.seconds.done ?? (done ? passed : undefined),
    },
  };
}

let fullShare = 1;

/** Makes the sheet that is set; what is wrong with it is told in the state. */
export function makeSheet(scene: Scene): void {
  const { across, down, particles } = useTrials.getState();
  const { first, last } = scene.time;
  // No more frames than the shot has.
  const frames = Math.min(useTrials.getState().frames, last - first);
  try {
    if (down?.address === across.address)
      throw new VariationError(`${across.address} is varied twice. Choose two different numbers`);
    const variations = [across, ...(down ? [down] : [])].map((axis) => variationOf(scene, axis));
    const cells = cellsOf(variations);
    const through = first + frames;
    const { assets } = useAssets.getState();
    fullShare = draftFractionFor(scene, assets, through, particles);
    const all = variablesOf(scene);
    number += 1;
    const sheet: Sheet = {
      number,
      scene,
      variations,
      variables: variations.map(({ address }) => all.find((v) => v.address === address)!),
      first,
      through,
      trials: cells.map((cell) => ({
        ...cell,
        shots: [],
        fine: 0,
        measured: undefined,
        refused: undefined,
        marked: false,
      })),
      stopped: false,
      seconds: { started: performance.now(), pictured: undefined, done: undefined },
    };
    setTrials({ sheet, fault: undefined, chosen: undefined, at: Math.min(useTrials.getState().at, frames) });
    runner.start(
      { number, scene, assets, first, through, draftFraction: fullShare },
      cells.map(({ values }) => values),
    );
  } catch (error) {
    if (!(error instanceof VariationError)) throw error;
    setTrials({ fault: error.message });
  }
}

/** Stops what is not made yet. */
export function stopSheet(): void {
  const { sheet } = useTrials.getState();
  runner.stop();
  if (sheet) setTrials({ sheet: { ...sheet, stopped: true } });
}

/** Marks a trial, or takes its mark away. */
export function mark(index: number): void {
  const { sheet } = useTrials.getState();
  if (sheet)
    setTrials({
      sheet: { ...sheet, trials: sheet.trials.map((t, i) => (i === index ? { ...t, marked: !t.marked } : t)) },
    });
}

/** Sets the numbers of a finer sheet: half way to the neighbours of a trial on both sides. */
export function finerAround(index: number): void {
  const { sheet, across, down } = useTrials.getState();
  const trial = sheet?.trials[index];
  if (!sheet || !trial) return;
  const finer = (axis: Axis, which: number): Axis => {
    const { values } = sheet.variations[which]!;
    const value = trial.values[which]![1];
    const at = values.indexOf(value);
    if (typeof value !== 'number' || values.length < 2) return axis;
    const numbers = values as readonly number[];
    const half = (to: number | undefined, from: number | undefined) =>
      to !== undefined ? (value + to) / 2 : value - ((from ?? value) - value) / 2;
    const low = half(numbers[at - 1], numbers[at + 1]);
    const high = half(numbers[at + 1], numbers[at - 1]);
    const percent = sheet.variables[which]!.fraction;
    const short = (n: number) => (percent ? `${Number((100 * n).toPrecision(6))}%` : `${Number(n.toPrecision(6))}`);
    return {
      ...axis,
      text: `${short(Math.min(low, high))}:${short(Math.max(low, high))}:${Math.max(3, Math.min(MOST_ACROSS, values.length))}`,
    };
  };
  setTrials({ across: finer(across, 0), down: down && finer(down, 1) });
}
