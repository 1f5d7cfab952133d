import { defineMask, rangeParameters } from './mask';

/** Births between two heights of the emitter's own frame. */
export const height = defineMask({
  kind: 'height',
  label: 'height',
  summary: 'Births only between two heights, measured from the emitter.',
  parameters: rangeParameters('m', -10, 10, [-5, 5]),
  measures: { label: 'height', unit: 'm', value: () => (place) => place.y },
});
