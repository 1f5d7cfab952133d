import type { Description, NumberParameter, Parameter, VectorParameter } from './parameters';

/** A number or vector that can be keyed and automated. */
export type Movable = NumberParameter | VectorParameter;

/**
 * The numbers of a thing that can be keyed and automated, by their paths in it, such as `settings.direction` or
 * `amounts.0.rate`.
 */
export type Numbers = Readonly<Record<string, Movable>>;

/** Whether a parameter is a number or vector that can be keyed and automated: seeds and fixed numbers are not. */
export const isMovable = (p: Parameter): p is Movable =>
  (p.type === 'number' && !p.seed && !p.fixed) || p.type === 'vector';

/** The numbers of a description that can be keyed and automated, by path. */
export function numbersIn(description: Description, prefix: string): [string, Movable][] {
  return Object.entries(description).flatMap(([name, p]) =>
    isMovable(p) ? [[`${prefix}${name}`, p] as [string, Movable]] : [],
  );
}

/** The parts of a vector, as paths name them. */
const PARTS = ['0', '1', '2'];

/**
 * The number that a path of automations stands for: a number itself, a part of a vector, or a whole vector, which is turned.
 */
export function automatedNumber(
  numbers: Numbers,
  path: string,
): { readonly of: string; readonly part?: number } | undefined {
  if (numbers[path]) return { of: path };
  const dot = path.lastIndexOf('.');
  const [of, part] = [path.slice(0, dot), path.slice(dot + 1)];
  return numbers[of]?.type === 'vector' && PARTS.includes(part) ? { of, part: Number(part) } : undefined;
}
