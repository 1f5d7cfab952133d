import { typed } from '../../../core/document/parameters';
import {
  BufferAttribute,
  BufferGeometry,
  Color,
  DoubleSide,
  GLSL3,
  Matrix4,
  Vector3,
  Mesh,
  RawShaderMaterial,
  Scene as Group,
} from 'three';
import { colliderShapes } from '../../../core/kinds/colliders';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { textureParameters } from '../../../core/kinds/fields/texture-parameters';
import { signedLevel } from '../../../core/kinds/fields/texture-card';
import { bilinear } from '../../../core/lib/images/level-image';
import { pictureOf } from '../../../core/kinds/shared/picture';
import type { Kinded } from '../../../core/document/registry';
import { poseAt, type TriangleMesh } from '../../../core/lib/meshes/mesh';
import { trianglesOf } from '../../../core/lib/meshes/surface';
import { type Placed } from '../../../core/document/keys/motion';
import { looks } from '../../../core/kinds/looks';
import { drawnMotion } from '../../simulation/motions';
import { streamOf } from '../../../core/lib/random/lookup';
import { resourcesOf } from '../../../core/scene/resources';
import type { Emitter, Scene } from '../../../core/document/scene';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { birthPlace, type Resources } from '../../../core/kinds/emitter-shapes/shape';
import { maskOf } from '../../../core/sim/step/spawner';
import { Surface } from '../../../core/kinds/emitter-shapes/mesh-surface';
import { weightReadings, type WeightReader, type WeightReading } from '../../../core/scene/weight-readers';
import type { Painting } from '../../../core/lib/weights/painting';
import { LISTS } from '../../state/scene-store';
import { stretchOf } from '../handles/stretched';
import { isSelected, type Selection } from '../../state/selection-store';
import type { Drawn } from './guides';
import { putAt, putSimilarity } from './matrix';
import { linearColour } from './ramp';
import { floatsOf } from '../shaders/uniforms';

/**
 * A surface lit from the eye; `weight` brightens what is born from and darkens what is masked out. From 2 on it is the
 * level of a picture, 2 … 3, with a lamp-yellow line along its neutral middle.
 */
const vertexShader = /* glsl */ `
precision highp float;
in vec3 position, normal;
in float weight;
uniform mat4 modelViewMatrix, projectionMatrix;
uniform mat3 normalMatrix;
out vec3 facing;
out float lit;
void main() {
  facing = normalMatrix * normal;
  lit = weight;
  gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
}
`;
const fragmentShader = /* glsl */ `
precision highp float;
in vec3 facing;
in float lit;
uniform vec3 tint;
out vec4 colour;
void main() {
  float shade = 0.25 + 0.75 * abs(normalize(facing).z);
  float level = lit > 1.5 ? lit - 2.0 : lit;
  colour = vec4(tint * shade * mix(0.3, 1.0, level), 1.0);
  if (lit > 1.5 && abs(level - 0.5) < fwidth(level)) colour.rgb = vec3(0.89, 0.57, 0.07);
}
`;

interface Body {
  readonly object: Mesh<BufferGeometry, RawShaderMaterial>;
  /** What it belongs to, in a later state of the scene. */
  readonly thing: (scene: Scene) => Placed | undefined;
  /** Where it is while that thing is at a place, where that is another. */
  readonly frame?: WeightReading['frame'];
  /** Writes its corners at a time in seconds; left out where it keeps its form. */
  readonly deform?: (seconds: number, positions: Float32Array) => void;
}

/** How much of its births each corner of an emitter's mesh is given: by its masks, and by the groups picked. */
function cornerWeights(scene: Scene, emitter: Emitter, mesh: TriangleMesh, resources: Resources): Float32Array {
  const weights = new Float32Array(mesh.positions.length / 3).fill(1);
  const { groups } = emitter.shape;
  const names = Array.isArray(groups) ? groups.map(String) : [];
  if (names.length > 0) {
    weights.fill(0);
    for (const t of trianglesOf(mesh, names)) for (let k = 0; k < 3; k++) weights[mesh.index[3 * t + k]!] = 1;
  }
  const mask = maskOf(scene, emitter, streamOf(scene.seed, emitter.seed), resources, shapes.get(emitter.shape.kind));
  if (!mask) return weights;
  const surface = new Surface(mesh);
  const place = birthPlace();
  const seen = new Uint8Array(weights.length);
  for (let i = 0; i < mesh.index.length; i++) {
    const v = mesh.index[i]!;
    if (seen[v]) continue;
    seen[v] = 1;
    surface.place(Math.floor(i / 3), i % 3 === 1 ? 1 : 0, i % 3 === 2 ? 1 : 0, 0, place);
    weights[v]! *= mask(place, scene.time.first / scene.time.fps);
  }
  return weights;
}

/** The level of a texture field's picture at each corner of its mesh, for the shader; undefined where it has none. */
function levelsOn(mesh: TriangleMesh, settings: Kinded, resources: Resources): Float32Array | undefined {
  const picture = settings.kind === 'texture' ? pictureOf(settings, (hash) => resources.image(hash)) : undefined;
  const { uvs } = mesh;
  if (!picture || !uvs) return undefined;
  const level = (i: number) =>
    signedLevel(typed(textureParameters, settings), bilinear(picture, uvs[2 * i]!, 1 - uvs[2 * i + 1]!));
  return Float32Array.from(
    { length: mesh.positions.length / 3 },
    (_, i) => 2 + Math.min(1, Math.max(0, 0.5 + 0.5 * level(i))),
  );
}

/** Weights as levels for the shader. */
const levelsOf = (weights: Float32Array): Float32Array => weights.map((weight) => 2 + weight);

/** A mesh with more corners than this is shown without the shading of masks: it would take too long at every edit. */
const MOST_SHADED = 200_000;

/** What the form and shading of the surfaces hang on; where they stand is another matter. */
function formOf({ scene, assets, selection }: Drawn): readonly unknown[] {
  const { emitters, colliders, meshes, weightMaps, seed } = scene;
  const field = scene.fields.find((f) => isSelected(selection, 'field', f.id));
  const group = scene.groups.find((g) => isSelected(selection, 'group', g.id));
  return [
    field?.id,
    field?.settings,
    group?.id,
    (field ?? group)?.falloff,
    (field ?? group)?.modulators,
    scene.zones.find((z) => isSelected(selection, 'zone', z.id)),
    meshes,
    weightMaps,
    assets,
    seed,
    ...colliders.flatMap((c) => [c.id, c.shape, c.shown, c.rendered, isSelected(selection, 'collider', c.id)]),
    ...emitters.flatMap((e) => [
      e.id,
      e.shape,
      e.masks,
      e.seed,
      e.shown,
      e.body.kind,
      e.body['weightMap'],
      e.look.kind,
      isSelected(selection, 'emitter', e.id),
    ]),
  ];
}

/** Meshes of emitters and colliders, drawn behind the particles to work by; they never are in a file. */
export class Surfaces {
  readonly group = new Group();
  /** One for all: a shader that nobody uses is thrown away and compiled again. */
  private readonly material = new RawShaderMaterial({
    glslVersion: GLSL3,
    vertexShader,
    fragmentShader,
    uniforms: { tint: { value: new Color() } },
    side: DoubleSide,
  });
  /** The same for what is drawn over a mesh that lies in the same place. */
  private readonly inFront = Object.assign(this.material.clone(), {
    uniforms: this.material.uniforms,
    polygonOffset: true,
    polygonOffsetFactor: -1,
    polygonOffsetUnits: -1,
  });
  private bodies: Body[] = [];
  private painting: Painting | undefined;
  private paintedMap: string | undefined;
  private painted: Body['object'] | undefined;
  private drawnFrom: readonly unknown[] = [];

  /** The surfaces, moved with the whole of the finished result; undefined where there are none. */
  placed(whole: Matrix4): Group | undefined {
    putAt(this.group, whole);
    return this.bodies.length === 0 ? undefined : this.group;
  }

  update(drawn: Drawn): void {
    const { scene, frame } = drawn;
    this.material.uniforms['tint']!.value.setRGB(...linearColour(scene.work.tint));
    const form = formOf(drawn);
    if (form.length !== this.drawnFrom.length || !form.every((part, i) => part === this.drawnFrom[i])) {
      this.drawnFrom = form;
      this.build(drawn);
    }
    for (const { object, thing, frame: of, deform } of this.bodies) {
      const now = thing(scene);
      const place = now && drawnMotion(scene, now).at(frame);
      if (place)
        putAt(object, putSimilarity(new Matrix4(), of?.(place) ?? place).scale(new Vector3(...stretchOf(now))));
      if (!deform) continue;
      deform(frame / scene.time.fps, floatsOf(object.geometry, 'position'));
      object.geometry.getAttribute('position').needsUpdate = true;
    }
  }

  private build({ scene, assets, selection }: Drawn): void {
    this.empty();
    const resources = resourcesOf(scene, assets);
    const surfaceOf = (kind: { surface?(values: Kinded, r: Resources): TriangleMesh | undefined }, values: Kinded) =>
      kind.surface?.(values, resources);
    const evenly = (mesh: TriangleMesh, level: number) => new Float32Array(mesh.positions.length / 3).fill(level);
    for (const { id, shape, shown, rendered } of scene.colliders) {
      // What is in the picture itself is not drawn behind it as well.
      const mesh = shown && rendered !== 'lit' ? surfaceOf(colliderShapes.get(shape.kind), shape) : undefined;
      const level = isSelected(selection, 'collider', id) ? 1 : 0.6;
      if (mesh) this.add(mesh, evenly(mesh, level), (s) => s.colliders.find((c) => c.id === id));
    }
    const weighed = this.addWeighed(scene, selection, resources);
    const field = scene.fields.find((f) => isSelected(selection, 'field', f.id));
    const of = field ?? scene.groups.find((g) => isSelected(selection, 'group', g.id));
    if (of) {
      const own = field && surfaceOf(fieldKinds.get(field.settings.kind).view ?? {}, field.settings);
      const around = weighed.length > 0 ? undefined : surfaceOf(falloffShapes.get(of.falloff.kind), of.falloff);
      const thing = (s: Scene) => [...s.fields, ...s.groups].find((t) => t.id === of.id);
      if (own) this.add(own, levelsOn(own, field.settings, resources) ?? evenly(own, 0.8), thing);
      if (around && around !== own) this.add(around, evenly(around, 0.5), thing);
    }
    for (const emitter of scene.emitters) {
      const { id, shape, shown, look } = emitter;
      const own = isSelected(selection, 'emitter', id);
      // Where a collider shows the same mesh, only the emitter that is worked on is drawn over it.
      const twin = scene.colliders.some((c) => c.shown && c.shape['mesh'] === shape['mesh']);
      // A mesh that is drawn bent is not drawn at rest as well.
      const bent = looks.get(look.kind).draws === 'soft-mesh' && emitter.body.kind === 'soft-mesh';
      const mesh = shown && !bent && (own || !twin) ? surfaceOf(shapes.get(shape.kind), shape) : undefined;
      if (!mesh || (own && weighed.includes(mesh))) continue;
      const shaded = own && mesh.positions.length <= 3 * MOST_SHADED;
      this.add(mesh, shaded ? cornerWeights(scene, emitter, mesh, resources) : evenly(mesh, 0.6), (s) =>
        s.emitters.find((e) => e.id === id),
      );
    }
  }

  private add(mesh: TriangleMesh, weights: Float32Array, thing: Body['thing']): void {
    const { normals, index, motion } = mesh;
    const positions = motion ? mesh.positions.slice() : mesh.positions;
    this.put({ positions, normals, index, weights }, this.material, {
      thing,
      ...(motion && { deform: (seconds, out) => poseAt(mesh, seconds, out) }),
    });
  }

  /** The surfaces of the weight maps that the selected thing reads, by their weights; returns the meshes of them. */
  private addWeighed(scene: Scene, { type, ...selection }: Selection, resources: Resources): TriangleMesh[] {
    const sort =
      type === 'field' || type === 'group' || type === 'zone' || type === 'emitter' ? LISTS[type] : undefined;
    if (!sort || !('id' in selection)) return [];
    const { id } = selection;
    const readerOf = (s: Scene): WeightReader | undefined => s[sort].find((one) => one.id === id);
    const reader = readerOf(scene);
    const readings = reader ? weightReadings(reader) : [];
    return readings.flatMap(({ map, frame }, i) => {
      if (readings.findIndex((one) => one.map === map) < i) return [];
      const found = resources.weights(map);
      if (!found) return [];
      const shown = this.paintedMap === map ? this.painting : undefined;
      const { lattice, weights } = shown ?? found;
      const mesh = 'mesh' in found.body ? found.body.mesh : undefined;
      const object = this.put(
        { ...lattice, positions: lattice.positions.slice(), index: lattice.triangles(), weights: levelsOf(weights) },
        this.inFront,
        {
          thing: readerOf,
          frame,
          ...(mesh?.motion && {
            deform: (seconds, out) => {
              lattice.pose(seconds);
              lattice.posed(out);
            },
          }),
        },
      );
      if (shown) this.painted = object;
      return mesh ? [mesh] : [];
    });
  }

  private put(
    {
      positions,
      normals,
      index,
      weights,
    }: Record<'positions' | 'normals' | 'weights', Float32Array> & { index: Uint32Array },
    material: RawShaderMaterial,
    body: Omit<Body, 'object'>,
  ): Body['object'] {
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(positions, 3));
    geometry.setAttribute('normal', new BufferAttribute(normals, 3));
    geometry.setAttribute('weight', new BufferAttribute(weights, 1));
    geometry.setIndex(new BufferAttribute(index, 1));
    const object = new Mesh(geometry, material);
    object.frustumCulled = false;
    this.group.add(object);
    this.bodies.push({ object, ...body });
    return object;
  }

  /** Takes the id of the weight map that is painted, and its weights; undefined where nothing is painted. */
  setPainting(id: string | undefined, painting: Painting | undefined): void {
    if (painting !== this.painting) this.drawnFrom = [];
    this.painting = painting;
    this.paintedMap = id;
  }

  /** Shows what has been painted since. */
  repaint(): void {
    const { painting, painted } = this;
    if (!painting || !painted) return;
    floatsOf(painted.geometry, 'weight').set(levelsOf(painting.weights));
    painted.geometry.getAttribute('weight').needsUpdate = true;
  }

  private empty(): void {
    for (const { object } of this.bodies) object.geometry.dispose();
    this.group.clear();
    this.bodies = [];
    this.painted = undefined;
  }

  clear(): void {
    this.empty();
    this.material.dispose();
    this.inFront.dispose();
  }
}
