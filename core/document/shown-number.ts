import type { NumberParameter } from './parameters';

/** How many times the stored number the shown one is. */
export const shownScale = ({ fraction }: Pick<NumberParameter, 'fraction'>): number => (fraction ? 100 : 1);

/** A parameter as it is shown: a fraction in per cent, anything else as it is stored. */
export function shownParameter(parameter: NumberParameter): NumberParameter {
  const { min, max, usual, unit, fraction, ...rest } = parameter;
  if (!fraction) return parameter;
  return {
    ...rest,
    unit: `%${unit}`,
    default: 100 * parameter.default,
    usual: [100 * usual[0], 100 * usual[1]],
    ...(min !== undefined && { min: 100 * min }),
    ...(max !== undefined && { max: 100 * max }),
  };
}
