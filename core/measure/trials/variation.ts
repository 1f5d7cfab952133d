import { actions } from '../../kinds/actions';
import type { Parameter } from '../../document/parameters';
import { fields as fieldKinds } from '../../kinds/fields';
import { checkScene } from '../../scene/read';
import type { Moving, Scene } from '../../document/scene';
import { pathInVersion2 } from '../../document/migrations/to-3';
import { MOVABLE_ONES, MOVABLE_SORTS, numbersOf, thingsOf, withThings, type MovableSort } from '../../scene/numbers';
import { valueOf, withValue } from '../../document/value-paths';

/** A value that a trial gives to a number, a choice or a seed. */
export type TrialValue = number | string;

/** Something that can be varied: a number, a part of a vector, a choice or a seed of a thing. */
export interface Variable {
  /** How it is named: `fields/vortex/strength`, `desk/master`, `fields/wind/settings.direction.0`, `seed`. */
  readonly address: string;
  readonly thing: string;
  readonly label: string;
  readonly unit: string;
  readonly value: TrialValue;
  /** What it may be, where that is a choice. */
  readonly options?: readonly string[];
  /** What is sensible, where it is a number. */
  readonly usual?: readonly [number, number];
  readonly whole: boolean;
  /** True for a fraction, which is shown in per cent. */
  readonly fraction?: true;
  /** Whether keys or automations move it; a trial takes them away. */
  readonly moved: boolean;
}

/** What is varied, and what it is set to one after another. */
export interface Variation {
  readonly address: string;
  readonly values: readonly TrialValue[];
}

/** A mistake in what is to be varied, in words. */
export class VariationError extends Error {}

const ONES: Partial<Record<MovableSort, string>> = {
  sceneTransform: 'Scene transform',
  desk: 'Desk',
  bounds: 'Scene box',
  time: 'Time',
  camera: 'Shot camera',
  output: 'Output',
  light: 'Light',
};

const isOne = (sort: MovableSort): boolean => (MOVABLE_ONES as readonly string[]).includes(sort);

const SEED_RANGE = [0, 9999] as const;
const PARTS = ['X', 'Y', 'Z'] as const;

function variablesAt(parameter: Parameter, value: unknown): Omit<Variable, 'address' | 'thing' | 'moved'>[] {
  if (parameter.type === 'number') {
    const { label, unit, usual, whole, fraction } = parameter;
    const own = { label, unit, usual, whole: whole === true, value: value as number };
    return [fraction ? { ...own, fraction } : own];
  }
  if (parameter.type === 'vector')
    return PARTS.map((part, i) => ({
      label: `${parameter.label} ${part}`,
      unit: parameter.unit,
      usual: [-5, 5],
      whole: false,
      value: (value as readonly number[])[i]!,
    }));
  if (parameter.type === 'choice')
    return [
      {
        label: parameter.label,
        unit: '',
        whole: false,
        value: value as string,
        options: parameter.options.map((o) => o.value),
      },
    ];
  return [];
}

/** All that can be varied in a scene. */
export function variablesOf(scene: Scene): Variable[] {
  const found: Variable[] = [
    {
      address: 'seed',
      thing: 'Scene',
      label: 'Seed',
      unit: '',
      value: scene.seed,
      usual: SEED_RANGE,
      whole: true,
      moved: false,
    },
  ];
  for (const sort of MOVABLE_SORTS)
    for (const thing of thingsOf(scene, sort)) {
      const {
        id = '',
        name = ONES[sort] ?? '',
        keys,
        automations,
      } = thing as Moving & { readonly id?: string; readonly name?: string };
      // The unit “=” stands for that of the field’s vector.
      const { actsAs } = thing as { readonly actsAs?: string };
      const strengthUnit = actsAs === undefined ? '' : actions.get(actsAs).vectorUnit;
      const root = isOne(sort) ? sort : `${sort}/${id}`;
      const add = (path: string, parameter: Parameter) => {
        const value = valueOf(thing, path);
        if (value === undefined) return;
        variablesAt(parameter, value).forEach((variable, part) => {
          const own = parameter.type === 'vector' ? `${path}.${part}` : path;
          const moved = [path, own].some((p) => (keys[p]?.length ?? 0) > 0 || automations[p] !== undefined);
          const unit = variable.unit === '=' ? strengthUnit : variable.unit;
          found.push({ ...variable, unit, address: `${root}/${own}`, thing: name, moved });
        });
      };
      for (const [path, parameter] of Object.entries(numbersOf(sort, thing))) add(path, parameter);
      if ('seed' in thing)
        add('seed', { type: 'number', label: 'Seed', help: '', unit: '', default: 0, usual: SEED_RANGE, whole: true });
      if (sort !== 'fields') continue;
      const { settings } = scene.fields.find((field) => field === thing)!;
      for (const [name2, parameter] of Object.entries(fieldKinds.get(settings.kind).parameters))
        if (parameter.type === 'choice') add(`settings.${name2}`, parameter);
    }
  return found;
}

/** An address as version 2 of documents wrote it, for pages of the logbook and scripts that still have it. */
function formerAddress(scene: Scene, address: string): string {
  const [sort, ...rest] = address.split('/') as [MovableSort, ...string[]];
  const path = rest.at(-1);
  const things: readonly Moving[] = path === undefined ? [] : thingsOf(scene, sort);
  const thing = isOne(sort) ? things[0] : things.find((one) => 'id' in one && one.id === rest[0]);
  if (!thing) return address;
  const formerSort = sort === 'sceneTransform' ? 'whole' : sort;
  return [formerSort, ...rest.slice(0, -1), pathInVersion2(sort, thing, path!)].join('/');
}

/**
 * The variable of an address such as `fields/vortex/settings.inwardPull`, or by the names on the screen, such as
 * `Vortex/Inward pull`. Throws {@link VariationError}.
 */
export function findVariable(scene: Scene, address: string, all = variablesOf(scene)): Variable {
  const found = all.find((v) => v.address === address);
  if (found) return found;
  const former = all.find((v) => formerAddress(scene, v.address) === address);
  if (former) return former;
  const [sort, name, path] = address.split('/');
  const things = all.filter((v) => v.address.startsWith(`${sort}/`));
  const byName = things.find((v) => v.thing === name && v.address.endsWith(`/${path}`));
  if (byName) return byName;
  const [label, shown] = address
    .split('/')
    .map((part) => part.trim().toLowerCase())
    .toReversed();
  const byLabel = all.find((v) => v.thing.toLowerCase() === shown && v.label.toLowerCase() === label);
  if (byLabel) return byLabel;
  const of = things.filter((v) => v.thing === name || v.address.split('/')[1] === name);
  const near = (of.length > 0 ? of : things.length > 0 ? things : all).slice(0, 8).map((v) => v.address);
  throw new VariationError(`“${address}” is no number of “${scene.name}”. Use one such as ${near.join(', ')}`);
}

/** A number as it is typed; “50 %” of a fraction is 0.5. NaN where it is none. */
function numberIn(text: string, { fraction }: Variable): number {
  const percent = /^(.+?)\s*%$/.exec(text.trim());
  if (percent && !fraction) return Number.NaN;
  const digits = percent ? percent[1]! : text.trim();
  return digits === '' ? Number.NaN : Number((Number(digits) / (percent ? 100 : 1)).toPrecision(15));
}

/** `address=low:high:steps` or `address=value,value,…`, fractions also in per cent. Throws {@link VariationError}. */
export function readVariation(scene: Scene, text: string): Variation {
  const equals = text.indexOf('=');
  if (equals < 1)
    throw new VariationError(`“${text}” varies nothing. Use address=low:high:steps and address=value,value,…`);
  const variable = findVariable(scene, text.slice(0, equals).trim());
  const said = text.slice(equals + 1).trim();
  const range = said.split(':');
  if (range.length > 1) {
    const [low, high] = range.map((end) => numberIn(end, variable)) as [number, number];
    const steps = Number(range[2]);
    if (
      range.length !== 3 ||
      ![low, high].every(Number.isFinite) ||
      !Number.isInteger(steps) ||
      steps < 2 ||
      steps > 4096
    )
      throw new VariationError(
        `the range of ${variable.address} is “${said}”. Use low:high:steps with 2 up to 4096 steps`,
      );
    return { address: variable.address, values: spread(low, high, steps, variable.whole) };
  }
  const values = said.split(',').map((word): TrialValue => {
    const value = word.trim();
    if (variable.options) {
      if (variable.options.includes(value)) return value;
      throw new VariationError(`${variable.address} is “${value}”. Use one of ${variable.options.join(', ')}`);
    }
    const number = numberIn(value, variable);
    if (Number.isFinite(number)) return number;
    throw new VariationError(`${variable.address} is “${value}”. Use a number`);
  });
  return { address: variable.address, values };
}

/** So many values from low to high, in equal steps. */
export function spread(low: number, high: number, steps: number, whole = false): number[] {
  const values = Array.from({ length: steps }, (_, i) => low + ((high - low) * i) / Math.max(1, steps - 1));
  // Sums of steps such as 0.1 are told without their rounding.
  return values.map((v) => (whole ? Math.round(v) : Number(v.toPrecision(12))));
}

function setAt(scene: Scene, address: string, value: TrialValue): Scene {
  if (address === 'seed') return { ...scene, seed: value as number };
  const parts = address.split('/');
  const sort = parts[0] as MovableSort;
  const path = parts.at(-1)!;
  const bare = <T>(byPath: Readonly<Record<string, T>>): Record<string, T> => {
    const whole = path.replace(/\.[012]$/, '');
    return Object.fromEntries(Object.entries(byPath).filter(([p]) => p !== path && p !== whole));
  };
  return withThings(
    scene,
    (thing) => {
      if (!isOne(sort) && ('id' in thing ? thing.id : '') !== parts[1]) return thing;
      const set = withValue(thing, path, value);
      return { ...set, keys: bare(set.keys), automations: bare(set.automations) };
    },
    [sort],
  );
}

/**
 * A scene with values at addresses; keys and automations of those numbers are taken away. Throws {@link VariationError} with
 * what is wrong where the scene would not be sound.
 */
export function withValues(scene: Scene, values: readonly (readonly [string, TrialValue])[]): Scene {
  let next = scene;
  const all = variablesOf(scene);
  for (const [address, value] of values) next = setAt(next, findVariable(scene, address, all).address, value);
  const faults = checkScene(JSON.parse(JSON.stringify(next)));
  if (faults.length > 0) throw new VariationError(faults.map(({ message }) => message).join(' '));
  return next;
}

/** One trial of a sheet. */
export interface Cell {
  readonly column: number;
  readonly row: number;
  readonly values: readonly (readonly [string, TrialValue])[];
}

/** All cells of a sheet over one or more variations, the first along the columns, and the rest down the rows. */
export function cellsOf([across, ...down]: readonly Variation[]): Cell[] {
  if (!across) return [];
  const rows = down.reduce<(readonly (readonly [string, TrialValue])[])[]>(
    (all, { address, values }) => all.flatMap((row) => values.map((value) => [...row, [address, value] as const])),
    [[]],
  );
  return rows.flatMap((rest, row) =>
    across.values.map((value, column): Cell => ({ column, row, values: [[across.address, value], ...rest] })),
  );
}
