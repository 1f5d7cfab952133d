import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  DynamicDrawUsage,
  InterleavedBuffer,
  InterleavedBufferAttribute,
  Matrix4,
  Mesh,
  Vector3,
  type PerspectiveCamera,
  type RawShaderMaterial,
} from 'three';
import type { LevelStop } from '../../../core/document/parameters';
import type { Kinded } from '../../../core/document/registry';
import type { Zone } from '../../../core/document/scene';
import type { EmitterFrame } from '../../../engine/frame';
import { STRIDE, type BodyGeometry } from './body-geometry';
import { bodyFragment, bodyVertex } from '../shaders/body-shader';
import { DepthOrder } from './depth-order';
import {
  dressMaterial,
  EVEN,
  isFlat,
  layerMaterial,
  wantedMaterial,
  zoneMaterial,
  lookAs,
  type Dress,
  type Layer,
  type Moment,
  type ViewContext,
  type Wanted,
} from './layer';
import { setVeil } from '../shaders/veil';
import { uniformOf } from '../shaders/uniforms';

/** Where the numbers of a vertex begin, and how many they are. */
const ATTRIBUTES = [
  ['place', 3, 0],
  ['velocity', 3, 3],
  ['direction', 3, 6],
  ['side', 1, 9],
  ['width', 1, 10],
  ['along', 1, 11],
  ['zone', 1, 12],
  ['fade', 1, 13],
  ['hue', 1, 14],
] as const;

/** What looks have that are drawn as bands and surfaces. */
export interface BodyDress extends Dress {
  readonly kind: string;
  readonly shading?: number;
  readonly widthAlong?: readonly LevelStop[];
}

/** Makes the triangles of a frame. */
export type BodyBuild = (frame: EmitterFrame, look: BodyDress, moment: Moment) => BodyGeometry;

/** Strands, bent meshes, trails or lines of one emitter, drawn by its look in one call. */
export class BodyLayer implements Layer {
  readonly object: Mesh<BufferGeometry, RawShaderMaterial>;
  private look: Kinded | undefined;
  private sorted = false;
  private drawn: { readonly frame: EmitterFrame; readonly look: Kinded | undefined } | undefined;
  private shape: BodyGeometry = { vertices: new Float32Array(0), index: new Uint32Array(0) };
  private readonly depth = new DepthOrder();
  /** Middles of the triangles, for sorting. */
  private middles: readonly [Float32Array, Float32Array, Float32Array] = [
    new Float32Array(0),
    new Float32Array(0),
    new Float32Array(0),
  ];
  private order = new Uint32Array(0);
  private readonly whole = new Matrix4();

  constructor(private readonly build: BodyBuild) {
    const material = layerMaterial(bodyVertex, bodyFragment, {
      toView: { value: new Matrix4() },
      projection: { value: new Matrix4() },
      up: { value: new Vector3(0, 1, 0) },
      round: { value: false },
      shading: { value: 0 },
    });
    material.side = DoubleSide;
    this.object = new Mesh(new BufferGeometry(), material);
    this.object.frustumCulled = false;
  }

  setLook(look: Kinded): void {
    if (look === this.look) return;
    this.look = look;
    const dress = lookAs<BodyDress>(look);
    const { material } = this.object;
    this.sorted = dressMaterial(material, dress, dress.widthAlong ?? EVEN);
    material.uniforms['round']!.value = dress.kind === 'tube';
    material.uniforms['shading']!.value = dress.shading ?? 0;
  }

  setZones(zones: readonly Zone[]): void {
    zoneMaterial(this.object.material, zones);
  }

  setParticles(frame: EmitterFrame, moment: Moment): void {
    if (frame === this.drawn?.frame && this.look === this.drawn.look) return;
    this.drawn = { frame, look: this.look };
    this.shape = this.build(frame, lookAs<BodyDress>(this.look!), moment);
    const { vertices, index } = this.shape;
    this.object.geometry.dispose();
    const geometry = new BufferGeometry();
    const buffer = new InterleavedBuffer(vertices, STRIDE).setUsage(DynamicDrawUsage);
    for (const [name, size, offset] of ATTRIBUTES)
      geometry.setAttribute(name, new InterleavedBufferAttribute(buffer, size, offset));
    geometry.setIndex(new BufferAttribute(index, 1).setUsage(DynamicDrawUsage));
    this.object.geometry = geometry;
    this.object.visible = index.length > 0;
    const triangles = index.length / 3;
    const middle = (axis: number) =>
      Float32Array.from({ length: this.sorted ? triangles : 0 }, (_, t) => {
        const [a, b, c] = [index[3 * t]!, index[3 * t + 1]!, index[3 * t + 2]!];
        return (vertices[a * STRIDE + axis]! + vertices[b * STRIDE + axis]! + vertices[c * STRIDE + axis]!) / 3;
      });
    this.middles = [middle(0), middle(1), middle(2)];
  }

  setWanted(wanted: Wanted): void {
    wantedMaterial(this.object.material, wanted);
  }

  prepare({ camera, height, back, whole, sizes, veil }: ViewContext): void {
    const { uniforms } = this.object.material;
    this.whole.copy(whole);
    uniformOf(uniforms, 'toView', Matrix4).multiplyMatrices(camera.matrixWorldInverse, whole);
    uniformOf(uniforms, 'projection', Matrix4).copy(camera.projectionMatrix);
    uniformOf(uniforms, 'up', Vector3).set(0, 1, 0).transformDirection(camera.matrixWorldInverse);
    uniforms['pixelsPerMetre']!.value = (height / 2) * camera.projectionMatrix.elements[5];
    uniforms['sizeScale']!.value = sizes;
    uniforms['back']!.value = back;
    setVeil(this.object.material, veil, { near: camera.near, far: camera.far, flat: isFlat(camera) });
    if (this.sorted && this.shape.index.length > 0) this.sort(camera);
  }

  /** Puts the triangles in order, far to near. */
  private sort(camera: PerspectiveCamera): void {
    const { index } = this.shape;
    const triangles = index.length / 3;
    if (this.order.length < triangles) this.order = new Uint32Array(triangles * 2);
    const at = camera.getWorldDirection(new Vector3()).transformDirection(this.whole.clone().invert());
    this.depth.sort(...this.middles, triangles, [at.x, at.y, at.z], this.order);
    const attribute = this.object.geometry.getIndex()!;
    const sorted = new Uint32Array(index.length);
    for (let t = 0; t < triangles; t++) sorted.set(index.subarray(3 * this.order[t]!, 3 * this.order[t]! + 3), 3 * t);
    attribute.array = sorted;
    attribute.needsUpdate = true;
  }

  dispose(): void {
    this.object.geometry.dispose();
    this.object.material.uniforms['ramp']!.value?.dispose();
    this.object.material.dispose();
  }
}
