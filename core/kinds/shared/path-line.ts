import { typed, type Values, type ValuesOf } from '../../document/parameters';
import { layOut } from '../../lib/lettering/layout';
import { typefaceOf } from '../../lib/lettering/typeface';
import { cos, sin } from '../../lib/math/exact';
import type { Vector } from '../../lib/math/vector';
import { evenKnots, toMillimetre } from '../../lib/paths/edit';
import { pathParameters } from './path-parameters';
import { joined, polylineOf, type Polyline } from '../../lib/paths/polyline';

type Settings = ValuesOf<typeof pathParameters>;

const WHOLE_TURN = 6.283185307179586;

/** Straight pieces that stand for one turn of a circle. */
const TURN = 128;

/**
 * How much larger its polygon is, so that it is as long as the circle: what goes along it is back after one lap. It is
 * within 0.02 % of the radius.
 */
const AS_LONG = Math.PI / TURN / sin(Math.PI / TURN);

/** Most pieces of a helix, however many turns it has. */
const MOST_PIECES = 4096;

function round(radius: number, turns: number, height: number): Vector[] {
  const pieces = Math.min(MOST_PIECES, Math.max(1, Math.ceil(TURN * Math.abs(turns))));
  return Array.from({ length: pieces + 1 }, (_, i): Vector => {
    const angle = (WHOLE_TURN * turns * i) / pieces;
    return [radius * cos(angle), height * (i / pieces - 0.5), -radius * sin(angle)];
  });
}

/** The points of a flower in the XZ plane: r = R (1 − d (1 − cos nθ) / 2), with depth d and n petals. */
function flower(radius: number, petals: number, depth: number): Vector[] {
  const pieces = TURN * Math.max(1, petals);
  return Array.from({ length: pieces }, (_, i): Vector => {
    const angle = (WHOLE_TURN * i) / pieces;
    const r = radius * (1 - (depth * (1 - cos(petals * angle))) / 2);
    return [r * cos(angle), 0, -r * sin(angle)];
  });
}

const FORMS: Readonly<Record<Settings['form'], (values: Settings) => Polyline>> = {
  drawn: ({ points, closed, smooth }) => polylineOf(points, closed, smooth),
  line: ({ pathLength }) =>
    polylineOf(
      [
        [-pathLength / 2, 0, 0],
        [pathLength / 2, 0, 0],
      ],
      false,
      false,
    ),
  circle: ({ pathRadius }) => polylineOf(round(pathRadius * AS_LONG, 1, 0).slice(0, TURN), true, false),
  flower: ({ pathRadius, petals, petalDepth }) => polylineOf(flower(pathRadius, petals, petalDepth / 100), true, false),
  // Stands for the path that it names only after that was put in its place.
  shared: () => polylineOf([], false, false),
  helix: ({ pathRadius, pathTurns, pathLength }) => polylineOf(round(pathRadius, pathTurns, pathLength), false, false),
  lettering: ({ words, typeface, letterSize }) =>
    joined(
      layOut(words, typefaceOf(typeface), letterSize, 0, 1.1).contours.map((c) =>
        polylineOf(
          Array.from({ length: c.length / 2 }, (_, i): Vector => [c[2 * i]!, c[2 * i + 1]!, 0]),
          true,
          false,
        ),
      ),
    ),
};

/** The path that values of {@link pathParameters} stand for. */
export function lineOf(values: Values): Polyline {
  const settings = typed(pathParameters, values);
  return FORMS[settings.form](settings);
}

/** Why there is no path, in words. */
export function pathTrouble(values: Values): string | undefined {
  const { form, points, sharedPath } = typed(pathParameters, values);
  if (form === 'shared') return sharedPath === '' ? 'no path of the scene is chosen' : undefined;
  if (form === 'drawn') return points.length < 2 ? 'its path has fewer than two points' : undefined;
  if (lineOf(values).lengths.at(-1)! > 0) return undefined;
  return form === 'lettering' ? 'its text has no letters' : 'its path has no length';
}

/** Knots that a path of each form is drawn through, where it is turned into points. */
const KNOTS: Readonly<Record<string, (values: Settings) => number>> = {
  line: () => 2,
  circle: () => 16,
  flower: ({ petals }) => 16 * petals,
  helix: ({ pathTurns }) => 1 + Math.max(2, Math.ceil(24 * Math.abs(pathTurns))),
};

/** Most points that a path is turned into. */
const MOST_KNOTS = 512;

/**
 * The same path drawn point by point, to the millimetre at its points; undefined where it is drawn already, or has several
 * strokes.
 */
export function asPoints(values: Values): Values | undefined {
  const settings = typed(pathParameters, values);
  const count = KNOTS[settings.form]?.(settings);
  if (count === undefined) return undefined;
  const line = lineOf(values);
  const points = toMillimetre(evenKnots(line, Math.min(MOST_KNOTS, count)));
  return { ...values, form: 'drawn', points, closed: line.strokes[0]!.closed, smooth: settings.form !== 'line' };
}
