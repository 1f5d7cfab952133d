import { describe } from '../../document/parameters';
import { PAINTED_CARD } from '../shared/painted-card';
import { weightMapParameter, weightMapTrouble } from '../shared/weight-map-parameter';
import { defineFalloffShape, innerAndOuter, setUnit } from './falloff-shape';

const parameters = describe({
  ...weightMapParameter,
  inner: { ...innerAndOuter.inner, default: 0.2 },
  outer: { ...innerAndOuter.outer, default: 0.6 },
});

/**
 * Measured from a painted surface. On full weight d is the distance to the surface; a lower weight moves d towards the outer
 * radius, so that a linear curve gives the product of weight and falloff, and other curves shape the paint as well.
 */
export const painted = defineFalloffShape({
  kind: 'painted',
  label: 'painted weights',
  summary: 'Full near the painted part of a card or mesh, and less where less is painted.',
  bounded: true,
  formula:
    'd = inner + (outer − inner)·(1 − w·(1 − t)), t = (distance to the surface − inner)/(outer − inner) in 0 … 1',
  source: 'own; weights are laid down as strokes, kept on an even lattice over each face, and read linearly',
  parameters,
  examples: [
    { values: { weightMap: 'w' }, at: [0.3, 0.1, 0], distance: 0.2, outward: [0, 1, 0], weights: PAINTED_CARD },
    { values: { weightMap: 'w' }, at: [1, -0.4, 0], distance: 0.4, outward: [0, -1, 0], weights: PAINTED_CARD },
    // Beside the stroke, on the card: a quarter of the weight.
    { values: { weightMap: 'w' }, at: [0, 0, 1.5], distance: 0.5, weights: PAINTED_CARD },
    { values: { weightMap: 'w' }, at: [0, 9, 0], distance: 0.6, weights: PAINTED_CARD },
    { at: [0, 0, 0], distance: Infinity },
  ],
  distance({ weightMap, inner, outer }, resources) {
    const weights = resources.weights(weightMap);
    if (!weights) return (_local, count, out) => void out.fill(Infinity, 0, count);
    const near = new Float64Array(3);
    return ({ x, y, z }, count, out, time) => {
      weights.pose(time);
      for (let i = 0; i < count; i++) {
        const w = weights.at(x[i]!, y[i]!, z[i]!, near);
        const [dx, dy, dz] = [x[i]! - near[0]!, y[i]! - near[1]!, z[i]! - near[2]!];
        const d = Math.sqrt(dx * dx + dy * dy + dz * dz);
        const t = d <= inner ? 0 : outer > inner ? Math.min(1, (d - inner) / (outer - inner)) : 1;
        out[i] = w > 0 ? inner + (outer - inner) * (1 - w * (1 - t)) : Infinity;
        // Without a soft edge there is nothing between full and nothing.
        if (outer <= inner && t === 1) out[i] = Infinity;
      }
    };
  },
  form({ weightMap }, resources) {
    const weights = resources.weights(weightMap);
    const near = new Float64Array(3);
    return ({ x, y, z }, count, outward, lengthwise, time) => {
      weights?.pose(time);
      for (let i = 0; i < count; i++) {
        near.set([x[i]!, y[i]!, z[i]!]);
        weights?.at(x[i]!, y[i]!, z[i]!, near);
        setUnit(outward, i, x[i]! - near[0]!, y[i]! - near[1]!, z[i]! - near[2]!);
        const [nx, ny, nz] = [outward.x[i]!, outward.y[i]!, outward.z[i]!];
        if (weights) setUnit(lengthwise, i, ny * nx, ny * ny - 1, ny * nz);
        else setUnit(lengthwise, i, 0, 0, 0);
      }
    };
  },
  empty({ weightMap }, resources) {
    const trouble = weightMapTrouble(weightMap, resources.weights(weightMap));
    return trouble && (weightMap === '' ? 'no weight map is chosen for its falloff shape' : trouble);
  },
  surface({ weightMap }, resources) {
    const body = resources.weights(weightMap)?.body;
    return body && 'mesh' in body ? body.mesh : undefined;
  },
  fitted: () => ({}),
  outline: () => [],
  ray: () => ({ from: [0, 0, 0], along: [0, 1, 0] }),
  handles: () => [],
});
