import { allowed, fits } from '../check-values';
import { fault } from '../faults';
import { isMovable } from '../movable';
import type { Parameter } from '../parameters';
import { MOST } from '../scene';
import type { Form } from './form';

interface Leaf<T> {
  readonly fits: (written: unknown) => written is T;
  /** The values it allows, in words. */
  readonly allowed: string;
  /** The code of the fault of a value that does not fit. */
  readonly code?: string;
  /** The value where none is written; without it, the value must be written. */
  readonly usual?: T;
}

/** A value without parts. */
export function leaf<T>({ fits: good, allowed: what, code = 'type', usual }: Leaf<T>): Form<T> {
  return {
    read(written, at, walk) {
      if (written === undefined && usual !== undefined) return usual;
      if (good(written)) return written;
      walk.faults.push(fault(written === undefined ? 'missing' : code, at, written, what));
      return undefined;
    },
    numbers: () => [],
    renamed: (value) => value,
  };
}

/** A number of a description that stands by itself. */
export function numberOf(parameter: Parameter & { readonly type: 'number' }, what = allowed(parameter)): Form<number> {
  const form = leaf({ fits: (value): value is number => fits(parameter, value), allowed: what, code: 'range' });
  return { ...form, numbers: (_, prefix) => (isMovable(parameter) ? [[prefix.slice(0, -1), parameter]] : []) };
}

const isText =
  (pattern: RegExp) =>
  (value: unknown): value is string =>
    typeof value === 'string' && pattern.test(value);

/** A text that names a thing. */
export const nameForm = leaf({
  fits: (value): value is string => typeof value === 'string' && value.trim() !== '' && value.length <= MOST.name,
  allowed: `a text of 1 to ${MOST.name} characters`,
});

/** The id of a thing. */
export const idForm = leaf({
  fits: isText(/^[a-z0-9][a-z0-9-]{0,39}$/i),
  allowed: '1 to 40 letters, digits and hyphens',
});

/** The content hash of a file. */
export const hashForm = leaf({ fits: isText(/^[0-9a-f]{64}$/), allowed: '64 hexadecimal digits' });

/** A whole number in a range. */
export const sceneTransformForm = (least: number, most: number, what: string): Form<number> =>
  leaf({
    fits: (value): value is number =>
      Number.isInteger(value) && (value as number) >= least && (value as number) <= most,
    allowed: what,
    code: 'range',
  });
