import {
  AddEquation,
  BufferAttribute,
  BufferGeometry,
  CustomBlending,
  DoubleSide,
  DynamicDrawUsage,
  GLSL3,
  InterleavedBuffer,
  InterleavedBufferAttribute,
  Matrix4,
  Mesh,
  OneFactor,
  OneMinusSrcAlphaFactor,
  RawShaderMaterial,
  Vector3,
  Vector4,
  type PerspectiveCamera,
} from 'three';
import type { ColourStop, LevelStop } from '../../core/describe/parameters';
import type { Kinded } from '../../core/describe/registry';
import type { TriangleMesh } from '../../core/meshes/mesh';
import { MOST, type Zone } from '../../core/scene/document';
import type { EmitterFrame } from '../../engine/frame';
import { ribbonGeometry, skinGeometry, STRIDE, type BodyGeometry } from './body-geometry';
import { bodyFragment, bodyVertex } from './body-shader';
import { DepthOrder } from './depth-order';
import { zoneDress, type Layer } from './layer';
import { linearColour, levelAt, rampTexture } from './ramp';

/** Where the numbers of a vertex begin, and how many they are. */
const ATTRIBUTES = [
  ['place', 3, 0],
  ['velocity', 3, 3],
  ['direction', 3, 6],
  ['side', 1, 9],
  ['width', 1, 10],
  ['along', 1, 11],
  ['zone', 1, 12],
] as const;

const EVEN: readonly LevelStop[] = [{ at: 0, value: 1 }];

interface Dress {
  readonly kind: string;
  readonly blend: 'add' | 'over';
  readonly opacity: number;
  readonly colour: readonly ColourStop[];
  readonly shading: number;
  readonly widthAlong?: readonly LevelStop[];
  readonly sizeOverAge?: readonly LevelStop[];
}

/** What an emitter's particles are parts of. */
export interface BodySource {
  /** Particles of a strand. */
  readonly points: number;
  /** The mesh that is bent; undefined for strands. */
  readonly mesh: TriangleMesh | undefined;
}

/** The strands or the bent meshes of one emitter, drawn by its look in one call. */
export class BodyLayer implements Layer {
  readonly object: Mesh<BufferGeometry, RawShaderMaterial>;
  private look: Kinded | undefined;
  private dress: Dress | undefined;
  private sorted = false;
  private drawn: { readonly frame: EmitterFrame; readonly look: Kinded | undefined } | undefined;
  private shape: BodyGeometry = { vertices: new Float32Array(0), index: new Uint32Array(0) };
  private readonly depth = new DepthOrder();
  /** Middles of the triangles, for sorting. */
  private middles: readonly [Float32Array, Float32Array, Float32Array] = [new Float32Array(0), new Float32Array(0), new Float32Array(0)];
  private order = new Uint32Array(0);
  private readonly whole = new Matrix4();

  constructor(private readonly source: BodySource) {
    const material = new RawShaderMaterial({
      glslVersion: GLSL3,
      vertexShader: bodyVertex,
      fragmentShader: bodyFragment,
      transparent: true,
      depthTest: false,
      depthWrite: false,
      side: DoubleSide,
      blending: CustomBlending,
      blendEquation: AddEquation,
      blendSrc: OneFactor,
      blendSrcAlpha: OneFactor,
      blendDstAlpha: OneMinusSrcAlphaFactor,
      premultipliedAlpha: true,
      uniforms: {
        toView: { value: new Matrix4() },
        projection: { value: new Matrix4() },
        up: { value: new Vector3(0, 1, 0) },
        pixelsPerMetre: { value: 1 },
        back: { value: 0 },
        sizeScale: { value: 1 },
        ramp: { value: null },
        round: { value: false },
        shading: { value: 0 },
        opacity: { value: 1 },
        covers: { value: 1 },
        zoneTints: { value: Array.from({ length: MOST.zones + 1 }, () => new Vector4(0, 0, 0, 0)) },
        zoneSizes: { value: Array.from({ length: MOST.zones + 1 }, () => 1) },
      },
    });
    this.object = new Mesh(new BufferGeometry(), material);
    this.object.frustumCulled = false;
  }

  setLook(look: Kinded): void {
    if (look === this.look) return;
    this.look = look;
    const dress = look as unknown as Dress;
    this.dress = dress;
    const { material } = this.object;
    const { uniforms } = material;
    uniforms['ramp']!.value?.dispose();
    uniforms['ramp']!.value = rampTexture(dress.colour, dress.widthAlong ?? EVEN);
    uniforms['round']!.value = dress.kind === 'tube';
    uniforms['shading']!.value = dress.shading;
    uniforms['opacity']!.value = dress.opacity;
    // Added light covers nothing that is behind it.
    uniforms['covers']!.value = dress.blend === 'over' ? 1 : 0;
    material.blendDst = dress.blend === 'over' ? OneMinusSrcAlphaFactor : OneFactor;
    this.sorted = dress.blend === 'over';
  }

  setZones(zones: readonly Zone[]): void {
    const { zoneTints, zoneSizes } = this.object.material.uniforms;
    zoneDress(zones, linearColour).forEach(({ tint, size }, z) => {
      (zoneTints!.value as Vector4[])[z + 1]!.set(...tint);
      (zoneSizes!.value as number[])[z + 1] = size;
    });
  }

  setParticles(frame: EmitterFrame): void {
    if (frame === this.drawn?.frame && this.look === this.drawn.look) return;
    this.drawn = { frame, look: this.look };
    const { mesh, points } = this.source;
    const sizes = this.dress?.sizeOverAge ?? EVEN;
    this.shape = mesh ? skinGeometry(frame, mesh) : ribbonGeometry(frame, points, (share) => levelAt(sizes, share));
    const { vertices, index } = this.shape;
    this.object.geometry.dispose();
    const geometry = new BufferGeometry();
    const buffer = new InterleavedBuffer(vertices, STRIDE).setUsage(DynamicDrawUsage);
    for (const [name, size, offset] of ATTRIBUTES) geometry.setAttribute(name, new InterleavedBufferAttribute(buffer, size, offset));
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

  prepare(camera: PerspectiveCamera, height: number, back: number, whole: Matrix4, sizes: number): void {
    const { uniforms } = this.object.material;
    this.whole.copy(whole);
    (uniforms['toView']!.value as Matrix4).multiplyMatrices(camera.matrixWorldInverse, whole);
    (uniforms['projection']!.value as Matrix4).copy(camera.projectionMatrix);
    (uniforms['up']!.value as Vector3).set(0, 1, 0).transformDirection(camera.matrixWorldInverse);
    uniforms['pixelsPerMetre']!.value = (height / 2) * camera.projectionMatrix.elements[5]!;
    uniforms['sizeScale']!.value = sizes;
    uniforms['back']!.value = back;
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
