import { BufferAttribute, BufferGeometry, Color, DoubleSide, GLSL3, Matrix4, Mesh, RawShaderMaterial, Scene as Group } from 'three';
import { colliderShapes } from '../../core/colliders';
import type { Kinded } from '../../core/describe/registry';
import { poseAt, type TriangleMesh } from '../../core/meshes/mesh';
import { trianglesOf } from '../../core/meshes/surface';
import { motionOf, type Placed } from '../../core/places/motion';
import type { Similarity } from '../../core/places/similarity';
import { streamOf } from '../../core/random/lookup';
import { resourcesOf } from '../../core/scene/resources';
import type { Emitter, Scene } from '../../core/scene/document';
import { shapes } from '../../core/shapes';
import { birthPlace, type Resources } from '../../core/shapes/shape';
import { maskOf } from '../../core/step/births';
import { Surface } from '../../core/meshes/surface';
import { isSelected } from '../store/selection-store';
import type { Drawn } from './guides';
import { linearColour } from './ramp';

/** A surface lit from the eye; `weight` brightens what is born from and darkens what is masked out. */
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
  colour = vec4(tint * shade * mix(0.3, 1.0, lit), 1.0);
}
`;

interface Body {
  readonly mesh: TriangleMesh;
  readonly object: Mesh<BufferGeometry, RawShaderMaterial>;
  readonly thing: Placed;
}

/** How much of its births each corner of an emitter's mesh is given: by its masks, and by the groups picked. */
export function cornerWeights(scene: Scene, emitter: Emitter, mesh: TriangleMesh, resources: Resources): Float32Array {
  const weights = new Float32Array(mesh.positions.length / 3).fill(1);
  const names = (emitter.shape['groups'] as readonly string[] | undefined) ?? [];
  if (names.length > 0) {
    weights.fill(0);
    for (const t of trianglesOf(mesh, names)) for (let k = 0; k < 3; k++) weights[mesh.index[3 * t + k]!] = 1;
  }
  const mask = maskOf(emitter, streamOf(scene.seed, emitter.seed), resources, shapes.get(emitter.shape.kind));
  if (!mask) return weights;
  const surface = new Surface(mesh);
  const place = birthPlace();
  const seen = new Uint8Array(weights.length);
  for (let i = 0; i < mesh.index.length; i++) {
    const v = mesh.index[i]!;
    if (seen[v]) continue;
    seen[v] = 1;
    surface.place(Math.floor(i / 3), i % 3 === 1 ? 1 : 0, i % 3 === 2 ? 1 : 0, 0, place);
    weights[v]! *= mask(place);
  }
  return weights;
}

/** Meshes of emitters and colliders, drawn behind the particles to work by; they never are in a file. */
export class Surfaces {
  readonly group = new Group();
  private bodies: Body[] = [];
  private drawnFrom: readonly unknown[] = [];

  get isEmpty(): boolean {
    return this.bodies.length === 0;
  }

  update({ scene, assets, selection, frame }: Drawn): void {
    const { emitters, colliders, carriers, meshes, work } = scene;
    const from = [emitters, colliders, carriers, meshes, work.tint, assets, selection];
    if (!from.every((part, i) => part === this.drawnFrom[i])) {
      this.drawnFrom = from;
      this.build(scene, { scene, assets, selection, direction: undefined, frame });
    }
    for (const { mesh, object, thing } of this.bodies) {
      place(object, motionOf(carriers, thing).at(frame));
      if (!mesh.motion) continue;
      const attribute = object.geometry.getAttribute('position') as BufferAttribute;
      poseAt(mesh, frame / scene.time.fps, attribute.array as Float32Array);
      attribute.needsUpdate = true;
    }
  }

  private build(scene: Scene, { assets, selection }: Drawn): void {
    this.clear();
    const resources = resourcesOf(scene, assets);
    const tint = new Color().setRGB(...linearColour(scene.work.tint));
    const add = (thing: Placed, mesh: TriangleMesh | undefined, weights: (mesh: TriangleMesh) => Float32Array) => {
      if (!mesh) return;
      const geometry = new BufferGeometry();
      geometry.setAttribute('position', new BufferAttribute(mesh.motion ? mesh.positions.slice() : mesh.positions, 3));
      geometry.setAttribute('normal', new BufferAttribute(mesh.normals, 3));
      geometry.setAttribute('weight', new BufferAttribute(weights(mesh), 1));
      geometry.setIndex(new BufferAttribute(mesh.index, 1));
      const material = new RawShaderMaterial({
        glslVersion: GLSL3,
        vertexShader,
        fragmentShader,
        uniforms: { tint: { value: tint } },
        side: DoubleSide,
      });
      const object = new Mesh(geometry, material);
      object.frustumCulled = false;
      object.matrixAutoUpdate = false;
      this.group.add(object);
      this.bodies.push({ mesh, object, thing });
    };
    const evenly = (level: number) => (mesh: TriangleMesh) => new Float32Array(mesh.positions.length / 3).fill(level);
    const surfaceOf = <K extends { surface?(values: Kinded, r: Resources): TriangleMesh | undefined }>(kind: K, values: Kinded) =>
      kind.surface?.(values, resources);
    for (const collider of scene.colliders.filter((c) => c.shown))
      add(
        collider,
        surfaceOf(colliderShapes.get(collider.shape.kind), collider.shape),
        evenly(isSelected(selection, 'collider', collider.id) ? 1 : 0.6),
      );
    for (const emitter of scene.emitters.filter((e) => e.shown)) {
      const own = isSelected(selection, 'emitter', emitter.id);
      // Where a collider shows the same mesh in the same place, only the emitter that is worked on is drawn over it.
      const twin = scene.colliders.some((c) => c.shown && c.shape['mesh'] === emitter.shape['mesh']);
      if (!own && twin) continue;
      add(emitter, surfaceOf(shapes.get(emitter.shape.kind), emitter.shape), (mesh) =>
        own ? cornerWeights(scene, emitter, mesh, resources) : evenly(0.6)(mesh),
      );
    }
  }

  clear(): void {
    for (const { object } of this.bodies) {
      object.geometry.dispose();
      object.material.dispose();
    }
    this.group.clear();
    this.bodies = [];
  }
}

function place(object: Mesh, { position, rotation: r, scale }: Similarity): void {
  const [a, b, c, d, e, f, g, h, i] = r.map((n) => n * scale) as [number, number, number, number, number, number, number, number, number];
  object.matrix.copy(new Matrix4().set(a, b, c, position[0], d, e, f, position[1], g, h, i, position[2], 0, 0, 0, 1));
}
