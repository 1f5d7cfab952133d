import { motionOf } from '../../document/keys/motion';
import { valueAt, type Key } from '../../document/keys/keys';
import { isMoving, thingAt } from '../../document/keys/thing-at';
import type { Carrier, Scene } from '../../document/scene';
import { lineOf } from '../../kinds/shared/path-line';
import { outward, product, type Similarity } from '../../lib/math/similarity';
import type { Rotation } from '../../lib/math/rotation';
import { Course, coursePoint } from '../../lib/paths/course';
import { pathLength } from '../../lib/paths/polyline';

/** A place on a path, as a share of its length; a single closed stroke goes round and round, all else ends at its ends. */
function placeOn(course: Course, share: number): { readonly at: Similarity } | undefined {
  const { line } = course;
  const whole = pathLength(line);
  const [only, ...others] = line.strokes;
  if (!only || !(whole > 0)) return undefined;
  const rounds = only.closed && others.length === 0;
  const s = (rounds ? share - Math.floor(share) : Math.min(1, Math.max(0, share))) * whole;
  const stroke = line.strokes.find(({ last }) => line.lengths[last]! >= s) ?? line.strokes.at(-1)!;
  const out = coursePoint();
  course.at(stroke, s - line.lengths[stroke.first]!, out);
  const [p, t, n, b] = [out.p, out.t, out.n, out.b];
  const rotation: Rotation = [t[0]!, n[0]!, b[0]!, t[1]!, n[1]!, b[1]!, t[2]!, n[2]!, b[2]!];
  return { at: { position: [p[0]!, p[1]!, p[2]!], rotation, scale: 1 } };
}

/**
 * Where a carrier is that goes along a path of the scene, frame by frame; in the world. Where it does not turn with the path
 * it keeps its own rotation; where there is no path it stays.
 */
export function alongPath(scene: Scene, carrier: Carrier, first: number, last: number): Similarity[] {
  const path = scene.carriers.find(({ id }) => id === carrier.ridesOn);
  const home = motionOf(scene.carriers, carrier);
  const motion = path && motionOf(scene.carriers, path);
  const still = path && !isMoving(path) ? new Course(lineOf(path.path)) : undefined;
  // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- the position along a path is a number
  const keys = carrier.keys['travelled'] as readonly Key<number>[] | undefined;
  return Array.from({ length: last - first + 1 }, (_, i) => {
    const frame = first + i;
    const own = home.at(frame);
    if (!path) return own;
    const course = still ?? new Course(lineOf(thingAt(path, frame).path));
    const place = placeOn(course, (keys?.length ? valueAt(keys, frame) : carrier.travelled) / 100);
    if (!place) return own;
    const frameOfPath = motion!.at(frame);
    const position = outward(frameOfPath, place.at.position);
    if (!carrier.turns) return { ...own, position };
    const turned = product(frameOfPath.rotation, place.at.rotation);
    return { ...own, position, rotation: product(turned, own.rotation) };
  });
}
