import {
  BoxGeometry,
  BufferAttribute,
  BufferGeometry,
  CapsuleGeometry,
  DoubleSide,
  GLSL3,
  Group,
  Matrix3,
  Matrix4,
  Mesh,
  PlaneGeometry,
  RawShaderMaterial,
  SphereGeometry,
  Vector3,
  type PerspectiveCamera,
} from 'three';
import { colliderShapes } from '../../../core/kinds/colliders';
import type { Kinded } from '../../../core/document/registry';
import type { Vector } from '../../../core/lib/math/vector';
import { poseAt, type TriangleMesh } from '../../../core/lib/meshes/mesh';
import { motionOf } from '../../../core/document/keys/motion';
import type { Carrier, Collider, Light, Scene } from '../../../core/document/scene';
import type { Resources } from '../../../core/kinds/emitter-shapes/shape';
import { isFlat } from './layer';
import { litUniforms, setLit } from './lit';
import { litShader } from '../shaders/lit-shader';
import { putSimilarity } from './matrix';
import { linearColour } from './ramp';
import { setVeil, veilShader, veilUniforms, type Veil } from '../shaders/veil';
import { floatsOf, uniformOf } from '../shaders/uniforms';
import { vectorsIn } from '../../../core/document/check-values';

const vertexShader = /* glsl */ `
precision highp float;
in vec3 position, normal;
uniform mat4 place, worldToView, projection;
uniform mat3 turn;
out vec3 facing;
out float away;
void main() {
  vec4 seen = worldToView * (place * vec4(position, 1.0));
  facing = turn * normal;
  away = -seen.z;
  gl_Position = projection * seen;
}
`;

const fragmentShader = /* glsl */ `
precision highp float;
in vec3 facing;
in float away;
uniform vec3 surface;
uniform bool lit;
uniform int wants;
out vec4 colour;
${veilShader}
${litShader}
void main() {
  vec3 n = normalize(facing);
  if (!gl_FrontFacing) n = -n;
  // A hole hides what is behind it, and is empty.
  if (wants > 0) colour = wants == 1 ? vec4(0.0, 0.0, 0.0, lit ? away : 0.0) : vec4(0.0);
  else colour = lit ? veiled(vec4(surface * litAt(n), 1.0), away) : vec4(0.0);
}
`;

/** Half the width of a plane without end, as far as it is drawn. */
const WIDE = 1000;

/** A wall along a line, from Y = 0 up. */
function wallGeometry(points: readonly Vector[], closed: boolean, height: number): BufferGeometry {
  const line = closed && points.length > 2 ? [...points, points[0]!] : points;
  const positions = line.slice(1).flatMap((b, i) => {
    const a = line[i]!;
    return [a[0], 0, a[2], b[0], 0, b[2], a[0], height, a[2], a[0], height, a[2], b[0], 0, b[2], b[0], height, b[2]];
  });
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(positions), 3));
  geometry.computeVertexNormals();
  return geometry;
}

/** The surface of a collider in its own frame. */
function geometryOf({ shape }: Collider, mesh: TriangleMesh | undefined): BufferGeometry {
  const n = (name: string) => Number(shape[name]);
  switch (shape.kind) {
    case 'plane':
      return new PlaneGeometry(2 * WIDE, 2 * WIDE).rotateX(-Math.PI / 2);
    case 'box':
      return new BoxGeometry(n('width'), n('height'), n('depth'));
    case 'ball':
      return new SphereGeometry(n('radius'), 64, 48);
    case 'rod':
      return new CapsuleGeometry(n('radius'), n('length'), 16, 48);
    case 'wall':
      return wallGeometry(vectorsIn(shape['points']), shape['closed'] === true, n('height'));
  }
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(mesh ? mesh.positions.slice() : new Float32Array(0), 3));
  geometry.setAttribute('normal', new BufferAttribute(mesh ? mesh.normals : new Float32Array(0), 3));
  geometry.setIndex(new BufferAttribute(mesh ? mesh.index : new Uint32Array(0), 1));
  return geometry;
}

interface Body {
  readonly id: string;
  readonly shape: Kinded;
  readonly mesh: TriangleMesh | undefined;
  readonly object: Mesh<BufferGeometry, RawShaderMaterial>;
}

/** Colliders that are seen in the picture, or hold out what is behind them. */
export class SolidBodies {
  readonly group = new Group();
  private bodies: Body[] = [];

  get isEmpty(): boolean {
    return this.bodies.length === 0;
  }

  /** Takes the colliders of a scene. */
  setScene(scene: Scene, resources: Resources): void {
    const seen = scene.colliders.filter((c) => c.rendered !== 'nothing');
    const meshOf = (c: Collider) => colliderShapes.get(c.shape.kind).surface?.(c.shape, resources);
    const fits =
      seen.length === this.bodies.length &&
      seen.every(
        (c, i) =>
          c.id === this.bodies[i]!.id && c.shape === this.bodies[i]!.shape && meshOf(c) === this.bodies[i]!.mesh,
      );
    if (!fits) this.build(seen, meshOf);
    seen.forEach((c, i) => {
      const { uniforms } = this.bodies[i]!.object.material;
      uniformOf(uniforms, 'surface', Vector3).set(...linearColour(c.surface));
      uniforms['lit']!.value = c.rendered === 'lit';
    });
  }

  /** Leaves out those made from a mesh; none where it is undefined. */
  leaveOut(mesh: string | undefined): void {
    for (const { shape, object } of this.bodies) object.visible = mesh === undefined || shape['mesh'] !== mesh;
  }

  /** Brings them to where they are at a frame of the scene’s time. */
  place(scene: Scene, carriers: readonly Carrier[], frame: number): void {
    for (const { id, mesh, object } of this.bodies) {
      const collider = scene.colliders.find((c) => c.id === id);
      if (!collider) continue;
      const place = motionOf(carriers, collider).at(frame);
      const { uniforms } = object.material;
      putSimilarity(uniformOf(uniforms, 'place', Matrix4), place);
      uniformOf(uniforms, 'turn', Matrix3).set(...place.rotation);
      if (!mesh?.motion) continue;
      poseAt(mesh, frame / scene.time.fps, floatsOf(object.geometry, 'position'));
      object.geometry.getAttribute('position').needsUpdate = true;
    }
  }

  prepare(camera: PerspectiveCamera, whole: Matrix4, light: Light, veil: Veil, wants: number): void {
    for (const { object } of this.bodies) {
      const { uniforms } = object.material;
      uniforms['wants']!.value = wants;
      uniformOf(uniforms, 'worldToView', Matrix4).multiplyMatrices(camera.matrixWorldInverse, whole);
      uniformOf(uniforms, 'projection', Matrix4).copy(camera.projectionMatrix);
      setLit(object.material, light);
      setVeil(
        object.material,
        { ...veil, solids: undefined },
        { near: camera.near, far: camera.far, flat: isFlat(camera) },
      );
    }
  }

  dispose(): void {
    for (const { object } of this.bodies) {
      object.geometry.dispose();
      object.material.dispose();
    }
    this.group.clear();
    this.bodies = [];
  }

  private build(colliders: readonly Collider[], meshOf: (c: Collider) => TriangleMesh | undefined): void {
    this.dispose();
    this.bodies = colliders.map((collider) => {
      const mesh = meshOf(collider);
      const material = new RawShaderMaterial({
        glslVersion: GLSL3,
        vertexShader,
        fragmentShader,
        side: DoubleSide,
        uniforms: {
          ...litUniforms(),
          ...veilUniforms(),
          place: { value: new Matrix4() },
          turn: { value: new Matrix3() },
          worldToView: { value: new Matrix4() },
          projection: { value: new Matrix4() },
          surface: { value: new Vector3() },
          lit: { value: false },
          wants: { value: 0 },
        },
      });
      const object = new Mesh(geometryOf(collider, mesh), material);
      object.frustumCulled = false;
      this.group.add(object);
      return { id: collider.id, shape: collider.shape, mesh, object };
    });
  }
}
