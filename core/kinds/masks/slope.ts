import { describe, type ValuesOf } from '../../document/parameters';
import { acos } from '../../lib/math/inverse';
import { defineMask, rangeParameters, type MaskSource } from './mask';

const DEGREES = 57.29577951308232;

const parameters = describe({
  ...rangeParameters('°', 0, 30, 8, [0, 90]),
  flat: {
    type: 'switch',
    label: 'Of flat faces',
    default: false,
    help: 'The slope of each face as it is, in steps; otherwise the smooth surface through its corners.',
  },
});

function slopeOf({ values }: MaskSource<ValuesOf<typeof parameters>>) {
  const flat = values['flat'];
  return (place: { ny: number; flatY: number }) =>
    DEGREES * acos(Math.min(1, Math.max(-1, flat ? place.flatY : place.ny)));
}

/** Births where the surface leans between two angles: 0° lies flat, 90° is a wall, 180° looks down. */
export const slope = defineMask({
  kind: 'slope',
  label: 'slope',
  summary: 'Only where the surface leans between two angles: 0° lies flat, 90° is a wall, 180° is an overhang.',
  parameters,
  measures: { label: 'slope', unit: '°', value: slopeOf },
});
