import {
  BufferGeometry,
  Float32BufferAttribute,
  LineBasicMaterial,
  LineDashedMaterial,
  LineSegments,
  Scene as Group,
  type Color,
} from 'three';
import type { Vector } from '../../core/math/vector';
import { rotate, rotationFromDegrees } from '../../core/math/rotation';
import { circle, type Outline } from '../../core/places/handle';
import { extents } from '../../core/extents';
import { profiles } from '../../core/profiles';
import { falloff } from '../../core/profiles/profile';
import { shapes } from '../../core/shapes';
import type { Field, Place, Scene } from '../../core/scene/document';
import { shotCorners } from './shot-frame';
import { isSelected, type Selection } from '../store/selection-store';
import { GUIDE } from './colours';

const HATCH_LINES = 72;

/** Lines in the frame of a place, as pairs of points in the world. */
function segmentsOf(lines: Outline, place: Place): number[] {
  const rotation = rotationFromDegrees(place.rotation);
  const world = (p: Vector) => rotate(rotation, p).map((n, i) => n + place.position[i]!);
  return lines.flatMap((line) => line.slice(1).flatMap((p, i) => [...world(line[i]!), ...world(p)]));
}

/** Materials by what they look like; they are kept, since a shader that nobody uses is thrown away and compiled again. */
const materials = new Map<string, LineBasicMaterial>();

function lineMaterial(color: Color, opacity: number, dash: number | undefined): LineBasicMaterial {
  const key = `${color.getHex()} ${opacity} ${dash}`;
  let material = materials.get(key);
  if (!material) {
    const common = { color, opacity, transparent: true, depthTest: false, depthWrite: false };
    material = dash === undefined ? new LineBasicMaterial(common) : new LineDashedMaterial({ ...common, dashSize: dash, gapSize: dash });
    materials.set(key, material);
  }
  return material;
}

function lines(points: number[], color: Color, opacity: number, dash?: number): LineSegments {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(points, 3));
  const object = new LineSegments(geometry, lineMaterial(color, opacity, dash));
  if (dash !== undefined) object.computeLineDistances();
  object.frustumCulled = false;
  return object;
}

/** Lines from the core outward, each as far as the profile is above its own level: many where the field is strong. */
function hatch(field: Field): Outline {
  const { core, reach } = field.extent as unknown as { core: number; reach: number };
  const extent = extents.get(field.extent.kind);
  const weight = falloff(profiles.get(field.profile.kind), core, reach, field.profile.slope, field.profile.invert);
  const steps = 24;
  return Array.from({ length: HATCH_LINES }, (_, i) => {
    // Levels in an order that spreads over the circle, so that thinning is even.
    const level = ((i * 37) % HATCH_LINES) / HATCH_LINES;
    const { from, along } = extent.ray(field.extent, i / HATCH_LINES);
    const at = (d: number): Vector => [from[0] + along[0] * d, from[1] + along[1] * d, from[2] + along[2] * d];
    let begin = -1;
    let end = -1;
    for (let s = 0; s <= steps; s++) {
      const d = core + ((reach - core) * s) / steps;
      if (weight(d) <= level) continue;
      if (begin < 0) begin = d;
      end = d;
    }
    return begin >= 0 && end > begin ? [at(begin), at(end)] : [];
  }).filter((line) => line.length > 0);
}

function extentGuides(field: Field): LineSegments[] {
  const extent = extents.get(field.extent.kind);
  if (!extent.bounded) return [];
  const { core, reach } = field.extent as unknown as { core: number; reach: number };
  return [
    lines(segmentsOf(extent.outline(field.extent, core), field.place), GUIDE.lamp, 0.85),
    lines(segmentsOf(extent.outline(field.extent, reach), field.place), GUIDE.lamp, 0.6, 0.07),
    lines(segmentsOf(hatch(field), field.place), GUIDE.lamp, 0.35),
  ];
}

/** The axis along which a vortex turns, or the way a field points, through its place. */
function directionGuide(field: Field, direction: Vector): LineSegments {
  const size = Math.hypot(...direction) || 1;
  const tip = direction.map((n) => (1.2 * n) / size) as unknown as Vector;
  const foot = tip.map((n) => -n) as unknown as Vector;
  return lines(segmentsOf([[foot, tip]], field.place), GUIDE.lamp, 0.7);
}

/** Range rings on the plane y = 0, a metre apart, as on a chart. */
function groundGuides(): LineSegments {
  const upright: Place = { position: [0, 0, 0], rotation: [0, 0, 0] };
  const rings = [1, 2, 3, 4, 6, 8, 12, 16].map((radius) => circle(radius, 0, 2));
  const bearings: Outline = [
    [
      [-16, 0, 0],
      [16, 0, 0],
    ],
    [
      [0, 0, -16],
      [0, 0, 16],
    ],
  ];
  return lines(segmentsOf([...rings, ...bearings], upright), GUIDE.rule, 0.55);
}

function cameraGuides(scene: Scene, selected: boolean): LineSegments {
  const { corners, eye } = shotCorners(scene);
  const points = corners.flatMap((corner, i) => [...corner, ...corners[(i + 1) % 4]!]);
  const rays = selected ? corners.flatMap((corner) => [...eye, ...corner]) : [];
  return lines([...points, ...rays], selected ? GUIDE.lamp : GUIDE.faint, 0.7);
}

/** What is drawn to work by, and never is in a file: emitters, the selected field's extent, the shot's frame. */
export class Guides {
  readonly group = new Group();
  private drawnFrom: readonly unknown[] = [];

  /** Draws anew what these depend on; an edit of anything else, such as a strength, costs nothing here. */
  update(scene: Scene, selection: Selection, direction: Vector | undefined): void {
    const field = scene.fields.find((f) => isSelected(selection, 'field', f.id));
    const from = [scene.camera, scene.output, scene.emitters, selection, direction, field?.place, field?.extent, field?.profile];
    if (from.every((part, i) => part === this.drawnFrom[i])) return;
    this.clear();
    this.drawnFrom = from;
    this.group.add(groundGuides(), cameraGuides(scene, selection.type === 'camera'));
    for (const emitter of scene.emitters) {
      const own = isSelected(selection, 'emitter', emitter.id);
      const outline = shapes.get(emitter.shape.kind).outline(emitter.shape);
      this.group.add(lines(segmentsOf(outline, emitter.place), own ? GUIDE.lamp : GUIDE.second, own ? 0.9 : 0.45));
    }
    if (!field) return;
    for (const guide of extentGuides(field)) this.group.add(guide);
    if (direction) this.group.add(directionGuide(field, direction));
  }

  clear(): void {
    for (const child of this.group.children as LineSegments[]) child.geometry.dispose();
    this.group.clear();
    this.drawnFrom = [];
  }
}
