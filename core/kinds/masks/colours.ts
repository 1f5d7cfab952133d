import { defineMask, rangeParameters } from './mask';

/** Births by the brightness of the colours at the corners of a mesh. */
export const colours = defineMask({
  kind: 'colours',
  label: 'mesh colours',
  summary: 'By the brightness of the colours a mesh has at its corners.',
  parameters: rangeParameters('', 0.5, 1, 0.2, [0, 1]),
  needsMesh: true,
  measures: { label: 'brightness', unit: '', value: () => (place) => place.shade },
});
