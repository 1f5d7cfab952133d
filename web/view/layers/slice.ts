import { typed } from '../../../core/document/parameters';
import { noFilling, whereFilled } from '../../simulation/no-filling';
import { pageBackend } from '../../simulation/page-backend';
import {
  DataTexture,
  DoubleSide,
  LinearFilter,
  Mesh,
  MeshBasicMaterial,
  PlaneGeometry,
  RGBAFormat,
  Scene as Group,
  Matrix4,
} from 'three';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { textureParameters } from '../../../core/kinds/fields/texture-parameters';
import { signedLevel } from '../../../core/kinds/fields/texture-card';
import { bilinear } from '../../../core/lib/images/level-image';
import { pictureOf } from '../../../core/kinds/shared/picture';
import { noiseLevels } from '../../../core/lib/noise/kinds';
import { type Vector, mapVector } from '../../../core/lib/math/vector';
import { carriersIn, drawnMotion } from '../../simulation/motions';
import { inward, type Similarity } from '../../../core/lib/math/similarity';
import { streamOf } from '../../../core/lib/random/lookup';
import { pictureAt } from '../../../core/lib/images/series';
import { resourcesOf } from '../../../core/scene/resources';
import type { Field, Group as FieldGroup } from '../../../core/document/scene';
import { BLOCK, particleBlock } from '../../../core/lib/particle-block';
import { compileStack } from '../../../core/sim/stack/compile';
import { placeStack } from '../../../core/sim/stack/place';
import { rowScratch } from '../../../core/sim/stack/room';
import { weigh } from '../../../core/sim/stack/evaluate-row';
import { isSelected } from '../../state/selection-store';
import type { Drawn } from './guides';
import { radiiOf } from '../../../core/kinds/falloff-shapes/falloff-shape';
import { putAt } from './matrix';

/** Pixels along each side of a slice. */
const SIDE = 96;

/** A plane in the world: its middle, and the two half sides. */
export interface Plane {
  readonly middle: Vector;
  readonly across: Vector;
  readonly up: Vector;
}

/** Values −1 … 1 on a plane, row by row; NaN where there is nothing. */
interface Slice {
  readonly plane: Plane;
  readonly values: Float64Array;
  /** True where 0 is a neutral level, to be drawn as a contour. */
  readonly signed: boolean;
}

const pointOf = ({ middle, across, up }: Plane, a: number, b: number): Vector => [
  middle[0] + a * across[0] + b * up[0],
  middle[1] + a * across[1] + b * up[1],
  middle[2] + a * across[2] + b * up[2],
];

/** Calls back for the middle of each pixel, a and b from −1 to 1. */
function eachPixel(call: (i: number, a: number, b: number) => void): void {
  for (let j = 0; j < SIDE; j++)
    for (let i = 0; i < SIDE; i++) call(j * SIDE + i, (2 * i + 1) / SIDE - 1, (2 * j + 1) / SIDE - 1);
}

/** The plane through a place that faces the eye most, as large as what is to be seen. */
function facingPlane({ position }: Similarity, size: number, axis: 0 | 1 | 2): Plane {
  const unit = (k: number): Vector => [k === 0 ? size : 0, k === 1 ? size : 0, k === 2 ? size : 0];
  return { middle: position, across: unit(axis === 0 ? 2 : 0), up: unit(axis === 1 ? 2 : 1) };
}

/** The plane through a place across its own Y, where pictures lie, from its half sides along X and Z in the world. */
export function groundPlane({ position, rotation: r }: Similarity, x: number, z = x): Plane {
  return { middle: position, across: [r[0] * x, r[3] * x, r[6] * x], up: [r[2] * z, r[5] * z, r[8] * z] };
}

/** How far a falloff shape goes from its place, metres of the world. */
function sizeOf({ falloff }: Field | FieldGroup, { scale }: Similarity): number {
  const kind = falloffShapes.get(falloff.kind);
  const points = kind.outline(falloff, radiiOf(falloff).outer).flat();
  const far = points.reduce((most, p) => Math.max(most, Math.abs(p[0]), Math.abs(p[1]), Math.abs(p[2])), 0);
  return (far > 0 ? 1.05 * far : 2.5) * scale;
}

/** The picture of a texture field on its card, or its noise on a plane. */
function pictureSlice(
  { scene, assets, frame }: Drawn,
  field: Field,
  place: Similarity,
  axis: 0 | 1 | 2,
): Slice | undefined {
  const settings = typed(textureParameters, field.settings);
  const values = new Float64Array(SIDE * SIDE);
  const signed = settings.mapping === 'push-and-pull';
  if (settings.pattern === 'volume') {
    const level = noiseLevels('gradient', settings.size, 2, streamOf(scene.seed, field.seed));
    const plane = facingPlane(place, sizeOf(field, place), axis);
    eachPixel((n, a, b) => (values[n] = signedLevel(settings, level(...inward(place, pointOf(plane, a, b))))));
    return { plane, values, signed };
  }
  const found = pictureOf(field.settings, resourcesOf(scene, assets).image);
  const picture = found && pictureAt(found, frame / scene.time.fps);
  if (!picture || settings.on === 'mesh') return undefined;
  const plane = groundPlane(place, (settings.width / 2) * place.scale, (settings.depth / 2) * place.scale);
  eachPixel((n, a, b) => (values[n] = signedLevel(settings, bilinear(picture, (a + 1) / 2, (b + 1) / 2))));
  return { plane, values, signed };
}

/**
 * The weight of a field or group on a plane: what its modulators leave of its falloff. A picture among them lies on its
 * own plane; all else is cut across the line of sight.
 */
function weightSlice(
  { scene, assets, frame }: Drawn,
  thing: Field | FieldGroup,
  place: Similarity,
  axis: 0 | 1 | 2,
): Slice | undefined {
  const stack = compileStack({ ...scene, desk: { ...scene.desk, master: 1, keys: {}, automations: {} } }, assets, {
    backend: pageBackend,
    attend: noFilling,
  });
  placeStack(stack, frame);
  const row =
    stack.rows.find((one) => one.field === thing) ?? [...stack.groups.values()].find((one) => one.group === thing);
  if (!row || scene.emitters.length === 0) return undefined;
  const pictured = thing.modulators.some(({ kind }) => kind === 'texture');
  const size = sizeOf(thing, place);
  const plane = pictured ? groundPlane(place, size) : facingPlane(place, size, axis);
  const values = new Float64Array(SIDE * SIDE);
  const block = particleBlock();
  const room = rowScratch();
  const heard = { ...row, level: 1, heard: true, sends: [1] };
  for (let start = 0; start < values.length; start += BLOCK) {
    block.count = Math.min(BLOCK, values.length - start);
    for (let i = 0; i < block.count; i++) {
      const n = start + i;
      const at = pointOf(plane, (2 * (n % SIDE) + 1) / SIDE - 1, (2 * Math.floor(n / SIDE) + 1) / SIDE - 1);
      [block.position.x[i], block.position.y[i], block.position.z[i]] = at;
      block.time[i] = frame / scene.time.fps;
      block.life[i] = 2;
      block.age[i] = 1;
    }
    if (!weigh(stack, heard, block, room)) continue;
    // A strength that is in the weight is no part of what is shaded.
    const own = 'group' in row || row.action.blends ? thing.strength || 1 : 1;
    for (let i = 0; i < block.count; i++) values[start + i] = room.weight[i]! / own;
  }
  return { plane, values, signed: values.some((value) => value < 0) };
}

/** Chalk where it is full or pushes, black where it pulls, and a lamp-yellow line along the neutral level. */
function colours({ values, signed }: Slice): Uint8Array {
  const pixels = new Uint8Array(4 * SIDE * SIDE);
  for (let n = 0; n < values.length; n++) {
    const v = values[n]!;
    const size = Math.min(1, Math.abs(v));
    const level = signed && v < 0 ? 8 : 226;
    pixels.set([level, level, level, Math.round(size * (signed && v < 0 ? 190 : 120))], 4 * n);
    if (!signed) continue;
    const right = n % SIDE < SIDE - 1 ? values[n + 1]! : v;
    const below = n + SIDE < values.length ? values[n + SIDE]! : v;
    if (v * right < 0 || v * below < 0) pixels.set([242, 200, 75, 220], 4 * n);
  }
  return pixels;
}

/** A shaded plane of the selected field or group: the picture of a texture, or what modulators leave of a falloff. */
export class SliceLayer {
  readonly group = new Group();
  private readonly texture = new DataTexture(new Uint8Array(4 * SIDE * SIDE), SIDE, SIDE, RGBAFormat);
  private readonly mesh = new Mesh(
    new PlaneGeometry(2, 2),
    new MeshBasicMaterial({
      map: this.texture,
      transparent: true,
      depthTest: false,
      depthWrite: false,
      side: DoubleSide,
    }),
  );
  private axis: 0 | 1 | 2 = 2;
  private drawn: Drawn | undefined;
  private drawnFrom: readonly unknown[] = [];

  constructor() {
    this.texture.magFilter = this.texture.minFilter = LinearFilter;
    this.mesh.frustumCulled = false;
    this.mesh.visible = false;
    this.group.add(this.mesh);
  }

  update(drawn: Drawn): void {
    this.drawn = drawn;
    const { scene, assets, selection, frame, filled } = drawn;
    const field = scene.fields.find((f) => isSelected(selection, 'field', f.id));
    const thing = field ?? scene.groups.find((g) => isSelected(selection, 'group', g.id));
    const textured = field?.settings.kind === 'texture';
    const wanted = thing && (textured || thing.modulators.length > 0) ? thing : undefined;
    const level = wanted?.modulators.some((m) => m.kind === 'group') ? [scene.fields, scene.groups] : [];
    const timed =
      scene.images.some(({ series }) => series.length > 0) ||
      wanted?.modulators.some((m) => m.kind !== 'texture') ||
      (wanted && drawnMotion(scene, wanted).moves);
    const from = [
      wanted,
      assets,
      this.axis,
      carriersIn(scene),
      scene.seed,
      timed ? frame : 0,
      wanted && filled,
      wanted && scene.images,
      ...level,
    ];
    if (from.length === this.drawnFrom.length && from.every((part, i) => part === this.drawnFrom[i])) return;
    this.drawnFrom = from;
    const place = wanted && drawnMotion(scene, wanted).at(frame);
    const slice =
      wanted && place
        ? textured && field && wanted.modulators.length === 0
          ? pictureSlice(drawn, field, place, this.axis)
          : whereFilled(() => weightSlice(drawn, wanted, place, this.axis))
        : undefined;
    this.mesh.visible = slice !== undefined;
    if (slice) this.show(slice);
  }

  /** Turns the plane to where the eye looks along. */
  aim(context: Vector): void {
    const [x, y, z] = mapVector(context, Math.abs);
    const axis = x >= y && x >= z ? 0 : y >= z ? 1 : 2;
    if (axis === this.axis) return;
    this.axis = axis;
    if (this.drawn) this.update(this.drawn);
  }

  private show(slice: Slice): void {
    this.texture.image.data!.set(colours(slice));
    this.texture.needsUpdate = true;
    const { middle, across, up } = slice.plane;
    putAt(
      this.mesh,
      new Matrix4().set(
        across[0],
        up[0],
        0,
        middle[0],
        across[1],
        up[1],
        0,
        middle[1],
        across[2],
        up[2],
        1,
        middle[2],
        0,
        0,
        0,
        1,
      ),
    );
  }

  dispose(): void {
    this.texture.dispose();
    this.mesh.geometry.dispose();
    this.mesh.material.dispose();
  }
}
