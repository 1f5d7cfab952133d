import { defineMask, rangeParameters } from './mask';

/** Births by the brightness of the colours at the corners of a mesh. */
export const colours = defineMask({
  kind: 'colours',
  label: 'mesh colours',
  summary: 'Births follow the brightness of the mesh’s vertex colours.',
  parameters: rangeParameters('', 0, 1, [0, 1]),
  needsMesh: true,
  measures: { label: 'brightness', unit: '', ends: [0, 1], value: () => (place) => place.shade },
});
