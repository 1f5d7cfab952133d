import { allowed, fits, isRecord } from '../check-values';
import { fault, inside, type Fault } from '../faults';
import { EASES, type Key, type Keys } from '../keys/keys';
import type { Movable, Numbers } from '../movable';
import { MOST } from '../scene';
import { type Form } from './form';
import type { Late } from './object';

function areHandles(value: unknown): boolean {
  if (!Array.isArray(value) || value.length !== 4) return false;
  return value.every((n, i) => typeof n === 'number' && Number.isFinite(n) && (i % 2 === 1 || (n >= 0 && n <= 1)));
}

function checkKey(parameter: Movable, key: unknown, at: string): Fault[] {
  if (!isRecord(key)) return [fault('type', at, key, 'an object {frame, value, ease}')];
  const { frame, value, ease, handles } = key;
  const faults: Fault[] = [];
  if (!Number.isInteger(frame)) faults.push(fault('type', inside(at, 'frame'), frame, 'a whole frame'));
  if (!fits(parameter, value)) faults.push(fault('type', inside(at, 'value'), value, allowed(parameter)));
  if (!(EASES as readonly unknown[]).includes(ease))
    faults.push(fault('choice', inside(at, 'ease'), ease, `one of ${EASES.join(', ')}`));
  if (handles !== undefined && !areHandles(handles))
    faults.push(fault('type', inside(at, 'handles'), handles, 'four numbers x₁, y₁, x₂, y₂ with x from 0 to 1'));
  return faults;
}

function checkKeysOf(parameter: Movable, keys: unknown, at: string): Fault[] {
  if (!Array.isArray(keys)) return [fault('type', at, keys, `a list of up to ${MOST.keys}`)];
  if (keys.length > MOST.keys) {
    const message = `${at} has ${keys.length} entries. The limit is ${MOST.keys}.`;
    return [{ code: 'range', field: at, allowed: `up to ${MOST.keys}`, message }];
  }
  const faults = keys.flatMap((key, i) => checkKey(parameter, key, `${at}[${i}]`));
  if (faults.length > 0) return faults;
  const frames = (keys as Key[]).map(({ frame }) => frame);
  const late = frames.findIndex((frame, i) => i > 0 && frame <= frames[i - 1]!);
  return late < 0
    ? []
    : [fault('range', `${at}[${late}].frame`, frames[late], 'a frame after that of the key before it')];
}

/** Every fault of the keys of a thing with those numbers. */
export function checkKeys(written: unknown, at: string, numbers: Numbers): Fault[] {
  if (!isRecord(written)) return [fault('type', at, written, 'an object of lists of keys')];
  return Object.entries(written).flatMap(([path, keys]) => {
    const parameter = numbers[path];
    if (parameter) return checkKeysOf(parameter, keys, inside(at, path));
    const example = Object.keys(numbers).at(-1);
    return [fault('unknown', inside(at, path), path, `the path of one of its numbers, such as ${example}`)];
  });
}

const isEmpty = (written: unknown) => isRecord(written) && Object.keys(written).length === 0;

/** The keys of a thing, by the paths of its numbers; there may be none. */
export const keysForm: Late<Keys> = {
  onceKnown: (numbers): Form<Keys> => ({
    read(written, at, walk) {
      if (written === undefined || isEmpty(written)) return {};
      const faults = checkKeys(written, at, numbers());
      walk.faults.push(...faults);
      // Each key has been checked.
      return faults.length > 0 ? undefined : (written as Keys);
    },
    numbers: () => [],
    renamed: (keys) => keys,
  }),
};
