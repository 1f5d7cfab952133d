import { inRange, rangeParameters, type MaskKind, type Range } from './mask';

/** Births between two heights of the emitter's own frame. */
export const height: MaskKind = {
  kind: 'height',
  label: 'height',
  summary: 'Only between two heights, measured in the emitter’s own frame.',
  parameters: rangeParameters('m', -1, 1, 0.2, [-5, 5]),
  measures: { label: 'height', unit: 'm', value: () => (place) => place.y },
  compile({ values }) {
    const weight = inRange(values as unknown as Range);
    return (place) => weight(place.y);
  },
};
