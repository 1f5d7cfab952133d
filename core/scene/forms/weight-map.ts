import { brushParameters, weightMapParameters } from '../../document/descriptions';
import { fault, inside, type Fault } from '../../document/faults';
import { idForm, leaf, listOf, nameForm, object, type Form } from '../../document/forms';
import { MOST, type WeightMap } from '../../document/scene';
import { STRIDE, type Stroke } from '../../lib/weights/stroke';

const lineForm = leaf<readonly number[]>({
  fits: (value): value is readonly number[] =>
    Array.isArray(value) && value.length > 0 && value.length % STRIDE === 0 && value.every((n) => Number.isFinite(n)),
  allowed: 'numbers, six a point: its place and the normal there',
});

/** One stroke of a brush. */
const strokeForm: Form<Stroke> = object<Stroke>({
  description: brushParameters,
  members: { lines: listOf(lineForm, MOST.strokePoints) },
  called: 'an object with lines and the numbers of the brush',
});

/** Points of all strokes of a weight map. */
export const pointsIn = ({ strokes }: Pick<WeightMap, 'strokes'>): number =>
  strokes.reduce((sum, { lines }) => sum + lines.reduce((most, line) => most + line.length / STRIDE, 0), 0);

function tooMany(map: WeightMap, at: string): readonly Fault[] {
  const points = pointsIn(map);
  return points > MOST.strokePoints
    ? [fault('range', inside(at, 'strokes'), points, `strokes of at most ${MOST.strokePoints} points together`)]
    : [];
}

/** A weight map of the scene. */
export const weightMapForm: Form<WeightMap> = object<WeightMap>({
  description: weightMapParameters,
  members: { id: idForm, name: nameForm, strokes: listOf(strokeForm, MOST.strokes) },
  rules: tooMany,
  called: 'an object with id, name, surface and strokes',
});
