import { radiiOf } from '../../../core/kinds/falloff-shapes/falloff-shape';
import { noFilling, whereFilled } from '../../simulation/no-filling';
import { pageBackend } from '../../simulation/page-backend';
import {
  BufferGeometry,
  Float32BufferAttribute,
  LineBasicMaterial,
  LineDashedMaterial,
  LineSegments,
  Scene as Group,
  type Color,
} from 'three';
import { type Vector, mapVector } from '../../../core/lib/math/vector';
import { frameAbout } from '../../../core/lib/math/vector';
import { fieldSource } from '../../../core/sim/stack/compile';
import { carriersIn, drawnMotion } from '../../simulation/motions';
import { type Placed } from '../../../core/document/keys/motion';
import { outward, WORLD, type Similarity } from '../../../core/lib/math/similarity';
import { resourcesOf } from '../../../core/scene/resources';
import type { Assets } from '../../../core/document/assets';
import { colliderShapes } from '../../../core/kinds/colliders';
import { boxEdges, circle, type Outline } from '../../../core/lib/geometry/outline';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { weightOf } from '../../../core/kinds/curves';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import type { Scene, WeightedThing } from '../../../core/document/scene';
import { lastSceneFrame } from '../../../core/scene/scene-clock';
import { shotCorners } from '../camera/shot-frame';
import { holdsPath } from '../../../core/scene/shared-paths';
import { isMoving, thingAt } from '../../../core/document/keys/thing-at';
import { lineOf } from '../../../core/kinds/shared/path-line';
import { strokesOf } from '../../../core/lib/paths/polyline';
import { thingOf } from '../../state/scene-store';
import { isSelected, type Selection } from '../../state/selection-store';
import { stretched } from '../handles/stretched';
import { GUIDE } from './colours';

const HATCH_LINES = 72;

/** Lines in the frame of a place, as pairs of points in the world. */
function segmentsOf(outline: Outline, place: Similarity): number[] {
  const world = (p: Vector) => outward(place, p);
  return outline.flatMap((line) => line.slice(1).flatMap((p, i) => [...world(line[i]!), ...world(p)]));
}

/**
 * Materials by what they look like; they are kept, since a shader that nobody uses is thrown away and compiled again.
 */
const materials = new Map<string, LineBasicMaterial>();

function lineMaterial(color: Color, opacity: number, dash: number | undefined): LineBasicMaterial {
  const key = `${color.getHex()} ${opacity} ${dash}`;
  let material = materials.get(key);
  if (!material) {
    const common = { color, opacity, transparent: true, depthTest: false, depthWrite: false };
    material =
      dash === undefined
        ? new LineBasicMaterial(common)
        : new LineDashedMaterial({ ...common, dashSize: dash, gapSize: dash });
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

/** Lines from the inner radius outward, each as far as the curve is above its own level: many where the field is strong. */
function hatch(field: WeightedThing): Outline {
  const { inner, outer } = radiiOf(field.falloff);
  const falloff = falloffShapes.get(field.falloff.kind);
  const weight = weightOf(field.curve, inner, outer);
  const steps = 24;
  return Array.from({ length: HATCH_LINES }, (_, i) => {
    // Levels in an order that spreads over the circle, so that thinning is even.
    const level = ((i * 37) % HATCH_LINES) / HATCH_LINES;
    const { from, along } = falloff.ray(field.falloff, i / HATCH_LINES);
    const at = (d: number): Vector => [from[0] + along[0] * d, from[1] + along[1] * d, from[2] + along[2] * d];
    let begin = -1;
    let end = -1;
    for (let s = 0; s <= steps; s++) {
      const d = inner + ((outer - inner) * s) / steps;
      if (weight(d) <= level) continue;
      if (begin < 0) begin = d;
      end = d;
    }
    return begin >= 0 && end > begin ? [at(begin), at(end)] : [];
  }).filter((line) => line.length > 0);
}

/** Arrows of vectors: the longest as long as two of them are apart. */
function arrowLines(arrows: readonly { readonly at: Vector; readonly vector: Vector }[]): Outline {
  const longest = Math.max(1e-12, ...arrows.map(({ vector }) => Math.hypot(...vector)));
  const [first, second] = arrows;
  const apart = first && second ? Math.hypot(...first.at.map((n, i) => n - second.at[i]!)) : 1;
  return arrows.flatMap(({ at, vector }) => {
    const size = Math.hypot(...vector);
    if (size < 0.02 * longest) return [];
    const [x, y, z] = mapVector(vector, (n) => (n * apart * 0.95) / longest);
    const tip: Vector = [at[0] + x, at[1] + y, at[2] + z];
    // A barb on one side is enough to tell the end.
    const [side] = frameAbout(mapVector([x, y, z], (n) => n / Math.hypot(x, y, z)));
    const barb = 0.22 * Math.hypot(x, y, z);
    const back: Vector = [
      tip[0] - 0.3 * x + barb * side[0],
      tip[1] - 0.3 * y + barb * side[1],
      tip[2] - 0.3 * z + barb * side[2],
    ];
    return [[at, tip, back]];
  });
}

function falloffGuides(field: WeightedThing, place: Similarity): LineSegments[] {
  const falloff = falloffShapes.get(field.falloff.kind);
  if (!falloff.bounded) return [];
  const { inner, outer } = radiiOf(field.falloff);
  return [
    lines(segmentsOf(falloff.outline(field.falloff, inner), place), GUIDE.lamp, 0.85),
    lines(segmentsOf(falloff.outline(field.falloff, outer), place), GUIDE.lamp, 0.6, 0.07),
    lines(segmentsOf(hatch(field), place), GUIDE.lamp, 0.35),
  ];
}

/** The axis along which a vortex turns, or the way a field points, through its place. */
function directionGuide(direction: Vector, place: Similarity): LineSegments {
  const size = Math.hypot(...direction) || 1;
  const tip = mapVector(direction, (n) => (1.2 * n) / size);
  const foot = mapVector(tip, (n) => -n);
  return lines(segmentsOf([[foot, tip]], place), GUIDE.lamp, 0.7);
}

/** Where a thing goes over the shot, with a cross at each of its keys; nothing where it stays. */
function motionPath(scene: Scene, thing: Placed): LineSegments[] {
  const motion = drawnMotion(scene, thing);
  if (!motion.moves) return [];
  const { first } = scene.time;
  const last = lastSceneFrame(scene);
  const steps = Math.min(600, last - first);
  const points = Array.from(
    { length: steps + 1 },
    (_, i) => motion.at(first + ((last - first) * i) / Math.max(1, steps)).position,
  );
  const still = points.every((p) => p.every((n, i) => Math.abs(n - points[0]![i]!) < 1e-6));
  if (still) return [];
  const crosses = (thing.keys['transform.position'] ?? []).flatMap(({ frame }): Outline => {
    const [x, y, z] = motion.at(frame).position;
    const r = 0.05;
    return [
      [
        [x - r, y, z],
        [x + r, y, z],
      ],
      [
        [x, y - r, z],
        [x, y + r, z],
      ],
      [
        [x, y, z - r],
        [x, y, z + r],
      ],
    ];
  });
  return [
    lines(segmentsOf([points], WORLD), GUIDE.lamp, 0.6, 0.05),
    lines(segmentsOf(crosses, WORLD), GUIDE.lamp, 0.9),
  ];
}

/** Range rings on the plane y = 0, a metre apart, as on a chart. */
function groundGuides(): LineSegments {
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
  return lines(segmentsOf([...rings, ...bearings], WORLD), GUIDE.rule, 0.55);
}

function cameraGuides(scene: Scene, selected: boolean): LineSegments {
  const { corners, eye } = shotCorners(scene);
  const points = corners.flatMap((corner, i) => [...corner, ...corners[(i + 1) % 4]!]);
  const rays = selected ? corners.flatMap((corner) => [...eye, ...corner]) : [];
  return lines([...points, ...rays], selected ? GUIDE.lamp : GUIDE.faint, 0.7);
}

/** A carrier: three short axes, as a mark on a chart. */
const CARRIER: Outline = [
  [
    [-0.15, 0, 0],
    [0.35, 0, 0],
  ],
  [
    [0, -0.15, 0],
    [0, 0.35, 0],
  ],
  [
    [0, 0, -0.15],
    [0, 0, 0.35],
  ],
];

/** What the lines of a view hang on. */
export interface Drawn {
  readonly scene: Scene;
  readonly assets: Assets;
  readonly selection: Selection;
  /** The direction of the selected field. */
  readonly direction: Vector | undefined;
  /** The frame at which moving things are drawn. */
  readonly frame: number;
  /** Grids of vectors that the threads have filled so far. */
  readonly filled: number;
}

/**
 * What is drawn to work by, and never is in a file: emitters, colliders, the selected field's falloff shape, the shot's frame.
 */
export class Guides {
  /** What moves with the whole of the finished result. */
  readonly group = new Group();
  /** What stays: the ground and the shot's frame. */
  readonly fixed = new Group();
  private drawnFrom: readonly unknown[] = [];

  /** Draws anew what these depend on; an edit of anything else, such as a strength, costs nothing here. */
  update({ scene, assets, selection, direction, frame, filled }: Drawn): void {
    const field = scene.fields.find((f) => isSelected(selection, 'field', f.id));
    const thing =
      field ??
      scene.groups.find((g) => isSelected(selection, 'group', g.id)) ??
      scene.zones.find((z) => isSelected(selection, 'zone', z.id));
    const { camera, output, emitters, colliders, meshes, bounds } = scene;
    const carriers = carriersIn(scene);
    const moving = [...emitters, ...colliders, ...carriers, ...(thing ? [thing] : [])].some(
      (t) => drawnMotion(scene, t).moves || ('path' in t && isMoving(t)),
    );
    const from = [camera, output, emitters, colliders, carriers, meshes, bounds, assets, selection, direction];
    const arrowsOf = field && fieldKinds.get(field.settings.kind).view?.arrows;
    // Arrows may hang on other fields.
    const own = [
      thing?.transform,
      thing?.keys,
      thing?.falloff,
      thing?.curve,
      field?.settings,
      moving ? frame : 0,
      arrowsOf && scene.fields,
      arrowsOf && scene.groups,
      arrowsOf && filled,
    ];
    if ([...from, ...own].every((part, i) => part === this.drawnFrom[i])) return;
    this.clear();
    this.drawnFrom = [...from, ...own];
    const at = (placed: Placed) => drawnMotion(scene, placed).at(frame);
    const draw = (outline: Outline, place: Similarity, selected: boolean, quiet = 0.45) =>
      this.group.add(lines(segmentsOf(outline, place), selected ? GUIDE.lamp : GUIDE.second, selected ? 0.9 : quiet));
    const resources = resourcesOf(scene, assets);
    this.fixed.add(groundGuides(), cameraGuides(scene, selection.type === 'camera'));
    for (const emitter of emitters.filter((e) => e.shown))
      draw(
        (shapes.get(emitter.shape.kind).outline?.(emitter.shape, resources) ?? []).map((line) =>
          line.map((point) => stretched(point, emitter.stretch)),
        ),
        at(emitter),
        isSelected(selection, 'emitter', emitter.id),
      );
    for (const collider of colliders.filter((c) => c.shown))
      draw(
        colliderShapes.get(collider.shape.kind).outline(collider.shape, resources),
        at(collider),
        isSelected(selection, 'collider', collider.id),
        0.3,
      );
    for (const carrier of carriers.filter((c) => c.shown)) {
      const selected = isSelected(selection, 'carrier', carrier.id);
      // A path that holds nothing up is a line; its axes are seen while it is selected.
      if (!holdsPath(carrier) || selected) draw(CARRIER, at(carrier), selected, 0.7);
      if (holdsPath(carrier)) draw(strokesOf(lineOf(thingAt(carrier, frame).path)), at(carrier), selected, 0.6);
    }
    const traveller = 'id' in selection && thingOf(scene, selection.type, selection.id);
    if (traveller) for (const line of motionPath(scene, traveller)) this.group.add(line);
    if (bounds.on) draw(boxEdges(...bounds.size), { ...WORLD, position: bounds.centre }, false, 0.3);
    if (!thing) return;
    const place = at(thing);
    for (const guide of falloffGuides(thing, place)) this.group.add(guide);
    const ownLines = field && fieldKinds.get(field.settings.kind).view?.outline?.(field.settings, field.falloff);
    if (ownLines) this.group.add(lines(segmentsOf(ownLines, place), GUIDE.lamp, 0.55, 0.04));
    const source = field && arrowsOf && fieldSource(scene, field, assets, { backend: pageBackend, attend: noFilling });
    const arrows = source && whereFilled(() => arrowsOf(source));
    if (arrows) this.group.add(lines(segmentsOf(arrowLines(arrows), place), GUIDE.second, 0.8));
    if (direction) this.group.add(directionGuide(direction, place));
  }

  clear(): void {
    for (const group of [this.group, this.fixed]) {
      for (const child of group.children) if (child instanceof LineSegments) child.geometry.dispose();
      group.clear();
    }
    this.drawnFrom = [];
  }
}
