import { describe, type ValuesOf } from '../../document/parameters';
import { acos } from '../../lib/math/inverse';
import { defineMask, rangeParameters, type MaskSource } from './mask';

const DEGREES = 57.29577951308232;

const parameters = describe({
  ...rangeParameters('°', 0, 180, [0, 90]),
  flat: {
    type: 'switch',
    label: 'Flat faces',
    default: false,
    help: 'Uses the slope of each flat face. When off, the slope changes smoothly across the surface.',
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
  summary: 'Births only where the slope lies between two angles: 0° is level ground, 90° a wall, 180° an overhang.',
  parameters,
  measures: { label: 'slope', unit: '°', ends: [0, 180], value: slopeOf },
});
