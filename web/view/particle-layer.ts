import {
  AddEquation,
  BufferAttribute,
  BufferGeometry,
  CustomBlending,
  DynamicDrawUsage,
  GLSL3,
  Matrix3,
  Matrix4,
  OneFactor,
  OneMinusSrcAlphaFactor,
  Points,
  RawShaderMaterial,
  Vector3,
  Vector4,
  type PerspectiveCamera,
} from 'three';
import type { ColourStop, LevelStop } from '../../core/describe/parameters';
import type { Kinded } from '../../core/describe/registry';
import { looks } from '../../core/looks';
import { MOST, type Zone } from '../../core/scene/document';
import type { EmitterFrame } from '../../engine/frame';
import { DepthOrder } from './depth-order';
import { zoneDress, type Layer } from './layer';
import { particleFragment, particleVertex } from './particle-shader';
import { linearColour, rampTexture } from './ramp';

const COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'life', 'size'] as const;
const TURNS = ['qx', 'qy', 'qz'] as const;

/** A draft's spots are at most this many times as large, to make up for those left out. */
const MOST_ENLARGED = 3;

interface Dress {
  readonly blend: 'add' | 'over';
  readonly opacity: number;
  readonly colour: readonly ColourStop[];
  /** Looks that draw bodies may have none. */
  readonly sizeOverAge?: readonly LevelStop[];
}

const EVEN: readonly LevelStop[] = [{ at: 0, value: 1 }];

/** The particles of one emitter, drawn by its look in one call. */
export class ParticleLayer implements Layer {
  readonly object: Points<BufferGeometry, RawShaderMaterial>;
  private look: Kinded | undefined;
  private count = 0;
  private enlarged = 1;
  private capacity = 0;
  private sorted = false;
  private zoned = false;
  private order = new BufferAttribute(new Uint32Array(0), 1);
  private readonly depth = new DepthOrder();
  private readonly toClip = new Matrix4();

  constructor() {
    const material = new RawShaderMaterial({
      glslVersion: GLSL3,
      vertexShader: particleVertex,
      fragmentShader: particleFragment,
      transparent: true,
      depthTest: false,
      depthWrite: false,
      blending: CustomBlending,
      blendEquation: AddEquation,
      blendSrc: OneFactor,
      blendSrcAlpha: OneFactor,
      blendDstAlpha: OneMinusSrcAlphaFactor,
      premultipliedAlpha: true,
      uniforms: {
        toClip: { value: this.toClip },
        pixelsPerMetre: { value: 1 },
        back: { value: 0 },
        sizeScale: { value: 1 },
        turns: { value: false },
        toView: { value: new Matrix3() },
        ramp: { value: null },
        softness: { value: 1 },
        opacity: { value: 1 },
        covers: { value: 1 },
        zoneTints: { value: Array.from({ length: MOST.zones + 1 }, () => new Vector4(0, 0, 0, 0)) },
        zoneSizes: { value: Array.from({ length: MOST.zones + 1 }, () => 1) },
      },
    });
    this.object = new Points(new BufferGeometry(), material);
    this.object.frustumCulled = false;
  }

  setLook(look: Kinded): void {
    if (look === this.look) return;
    this.look = look;
    const { blend, opacity, colour, sizeOverAge = EVEN } = look as unknown as Dress;
    const { material } = this.object;
    const { uniforms } = material;
    uniforms['ramp']!.value?.dispose();
    uniforms['ramp']!.value = rampTexture(colour, sizeOverAge);
    uniforms['softness']!.value = looks.get(look.kind).softness;
    uniforms['turns']!.value = looks.get(look.kind).turns;
    uniforms['opacity']!.value = opacity;
    // Added light covers nothing that is behind it.
    uniforms['covers']!.value = blend === 'over' ? 1 : 0;
    material.blendDst = blend === 'over' ? OneMinusSrcAlphaFactor : OneFactor;
    this.sorted = blend === 'over';
  }

  setZones(zones: readonly Zone[]): void {
    const { zoneTints, zoneSizes } = this.object.material.uniforms;
    zoneDress(zones, linearColour).forEach(({ tint, size }, z) => {
      (zoneTints!.value as Vector4[])[z + 1]!.set(...tint);
      (zoneSizes!.value as number[])[z + 1] = size;
    });
  }

  setParticles({ count, columns, age, zone }: EmitterFrame, share: number, enlarge: boolean): void {
    if (count > this.capacity || this.capacity === 0) this.grow(Math.max(count, 64));
    const { geometry } = this.object;
    const write = (name: string, column: Float32Array) => {
      const attribute = geometry.getAttribute(name) as BufferAttribute;
      (attribute.array as Float32Array).set(column);
      attribute.clearUpdateRanges();
      attribute.addUpdateRange(0, count);
      attribute.needsUpdate = true;
    };
    for (const name of COLUMNS) write(name, columns[name]);
    for (const name of TURNS) if (columns[name].length === count) write(name, columns[name]);
    write('age', age);
    // Without zones all are in none, also those that were in one before.
    const zoned = zone.length > 0;
    if (zoned) write('zone', Float32Array.from(zone));
    else if (this.zoned) {
      // All of the room: later frames may hold more particles than this one.
      const attribute = geometry.getAttribute('zone') as BufferAttribute;
      (attribute.array as Float32Array).fill(0);
      attribute.clearUpdateRanges();
      attribute.needsUpdate = true;
    }
    this.zoned = zoned;
    this.count = count;
    geometry.setDrawRange(0, count);
    this.enlarged = enlarge ? Math.min(MOST_ENLARGED, 1 / Math.sqrt(share)) : 1;
  }

  prepare(camera: PerspectiveCamera, height: number, back: number, whole: Matrix4, sizes: number): void {
    const { uniforms } = this.object.material;
    const toView = camera.matrixWorldInverse.clone().multiply(whole);
    this.toClip.multiplyMatrices(camera.projectionMatrix, toView);
    // A rotation times one scale: divided by it, only the rotation is left.
    uniforms['toView']!.value.setFromMatrix4(toView).multiplyScalar(1 / whole.getMaxScaleOnAxis());
    uniforms['sizeScale']!.value = this.enlarged * sizes;
    uniforms['pixelsPerMetre']!.value = (height / 2) * camera.projectionMatrix.elements[5]!;
    uniforms['back']!.value = back;
    const { geometry } = this.object;
    if (!this.sorted || this.capacity === 0) return void geometry.setIndex(null);
    const at = camera.getWorldDirection(new Vector3()).transformDirection(whole.clone().invert());
    const column = (name: string) => (geometry.getAttribute(name) as BufferAttribute).array as Float32Array;
    if (this.count > 0)
      this.depth.sort(column('x'), column('y'), column('z'), this.count, [at.x, at.y, at.z], this.order.array as Uint32Array);
    this.order.clearUpdateRanges();
    this.order.addUpdateRange(0, this.count);
    this.order.needsUpdate = true;
    geometry.setIndex(this.order);
  }

  dispose(): void {
    this.object.geometry.dispose();
    this.object.material.uniforms['ramp']!.value?.dispose();
    this.object.material.dispose();
  }

  private grow(count: number): void {
    this.capacity = Math.ceil(count * 1.25);
    this.object.geometry.dispose();
    this.object.geometry = new BufferGeometry();
    const attribute = <A extends Float32Array | Uint32Array>(array: A) => new BufferAttribute(array, 1).setUsage(DynamicDrawUsage);
    for (const name of [...COLUMNS, ...TURNS, 'age', 'zone'])
      this.object.geometry.setAttribute(name, attribute(new Float32Array(this.capacity)));
    this.order = attribute(new Uint32Array(this.capacity));
  }
}
