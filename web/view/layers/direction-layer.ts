import { BufferAttribute, BufferGeometry, LineBasicMaterial, LineSegments, Scene as Group } from 'three';
import { arrowsAt, gridIn, type ArrowField, type Box } from '../../../core/measure/arrows';
import { type Plane } from '../../../core/measure/plane';
import { streamlinesOn } from '../../../core/measure/streamlines';
import { pretendedOf, samplerOf, type Sampler, type Subject } from '../../../core/measure/subject';
import { mapVector, normalised, type Vector } from '../../../core/lib/math/vector';
import { pageBackend } from '../../simulation/page-backend';
import type { Assets } from '../../../core/document/assets';
import type { Scene } from '../../../core/document/scene';
import type { Directions } from '../directions-store';
import { arrowGeometry } from './arrow-geometry';

/** The most arrows that are drawn. */
const MOST = 4000;
/** Streamlines lie this part of the longer side of their plane apart. */
const SPACING = 1 / 26;

/** What is to be drawn: of what, where, and how. */
export interface Wanted {
  readonly subject: Subject;
  readonly shows: Exclude<Directions, 'none'>;
  readonly box: Box;
  /** Where the plane stands in the box, −1 … 1. */
  readonly offset: number;
}

/** The scene at a frame of its own time. */
interface Drawn {
  readonly scene: Scene;
  readonly assets: Assets;
  readonly frame: number;
}

type Axis = 0 | 1 | 2;

/** The two axes along a plane across a third. */
const EDGES: readonly (readonly [Axis, Axis])[] = [
  [1, 2],
  [0, 2],
  [0, 1],
];

/** The slice of a box across an axis. */
export function sliceOf({ low, high }: Box, axis: Axis, offset: number): Box {
  const at = (low[axis] + high[axis]) / 2 + (offset * (high[axis] - low[axis])) / 2;
  const on = (corner: Vector) => mapVector(corner, (n, i) => (i === axis ? at : n));
  return { low: on(low), high: on(high) };
}

/** A flat box as a plane, from its middle to two of its edges. */
function planeOf({ low, high }: Box, axis: Axis): Plane {
  const half = (i: number) => (high[i]! - low[i]!) / 2;
  const [a, b] = EDGES[axis]!;
  const along = (i: Axis): Vector => [i === 0 ? half(0) : 0, i === 1 ? half(1) : 0, i === 2 ? half(2) : 0];
  return { middle: mapVector(low, (n, i) => (n + high[i]!) / 2), across: along(a), up: along(b) };
}

function streamlines(sampler: Sampler, plane: Plane): Float32Array {
  const [right, top] = [normalised(plane.across), normalised(plane.up)];
  const spacing = 2 * SPACING * Math.max(Math.hypot(...plane.across), Math.hypot(...plane.up));
  const at = ([a, b]: readonly [number, number]) =>
    [0, 1, 2].map((i) => plane.middle[i]! + a * right[i]! + b * top[i]!);
  return Float32Array.from(
    streamlinesOn(sampler, plane, { spacing, tolerance: spacing / 50 }).flatMap((line) =>
      line.slice(1).flatMap((point, i) => [...at(line[i]!), ...at(point)]),
    ),
  );
}

/** Arrows or streamlines of a field, a group or the whole stack, over the picture; they are in no file. */
export class DirectionLayer {
  readonly group = new Group();
  /** The size of the longest vector, in `unit`; undefined where none are drawn. */
  longest: number | undefined;
  unit = '';
  private readonly geometry = new BufferGeometry();
  private readonly object = new LineSegments(
    this.geometry,
    new LineBasicMaterial({ vertexColors: true, transparent: true, depthTest: false, depthWrite: false }),
  );
  private axis: Axis = 2;
  private drawn: Drawn | undefined;
  private wanted: Wanted | undefined;

  constructor() {
    this.object.frustumCulled = false;
    this.object.visible = false;
    this.group.add(this.object);
  }

  /** Draws what is wanted as it is at a frame; nothing where it is undefined. */
  update(drawn: Drawn | undefined, wanted: Wanted | undefined): void {
    [this.drawn, this.wanted] = [drawn, wanted];
    this.object.visible = wanted !== undefined;
    this.longest = undefined;
    if (!drawn || !wanted) return;
    const { scene, assets, frame } = drawn;
    const { subject, shows, box, offset } = wanted;
    const sampler = samplerOf(scene, assets, subject, frame, pretendedOf(scene, 0), pageBackend);
    this.unit = sampler.unit;
    if (shows === 'lines') {
      const points = streamlines(sampler, planeOf(sliceOf(box, this.axis, offset), this.axis));
      this.put(points, new Float32Array((points.length / 3) * 4).fill(0.75));
      return;
    }
    const { places, spacing } = gridIn(shows === 'box' ? box : sliceOf(box, this.axis, offset), MOST);
    const arrows: ArrowField = arrowsAt(sampler, places);
    this.longest = arrows.longest;
    const { positions, colours } = arrowGeometry(arrows, spacing);
    this.put(positions, colours);
  }

  /** Turns the plane to where the eye looks along. */
  aim([x, y, z]: Vector): void {
    const sight = [Math.abs(x), Math.abs(y), Math.abs(z)] as const;
    const axis = sight[0] >= sight[1] && sight[0] >= sight[2] ? 0 : sight[1] >= sight[2] ? 1 : 2;
    if (axis === this.axis) return;
    this.axis = axis;
    if (this.drawn && this.wanted && this.wanted.shows !== 'box') this.update(this.drawn, this.wanted);
  }

  /** The plane they are drawn on: its corners and middle in the world, and half the way it can be moved along an axis. */
  get plane():
    | { readonly corners: readonly Vector[]; readonly middle: Vector; readonly axis: Axis; readonly half: number }
    | undefined {
    if (!this.wanted || this.wanted.shows === 'box') return undefined;
    const { box, offset } = this.wanted;
    const { middle, across, up } = planeOf(sliceOf(box, this.axis, offset), this.axis);
    const corner = (a: number, b: number) => mapVector(middle, (n, i) => n + a * across[i]! + b * up[i]!);
    const corners = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
    return { corners, middle, axis: this.axis, half: (box.high[this.axis] - box.low[this.axis]) / 2 };
  }

  private put(positions: Float32Array, colours: Float32Array): void {
    this.geometry.setAttribute('position', new BufferAttribute(positions, 3));
    this.geometry.setAttribute('color', new BufferAttribute(colours, 4));
  }

  dispose(): void {
    this.geometry.dispose();
    this.object.material.dispose();
  }
}
