import {
  BufferAttribute,
  BufferGeometry,
  DynamicDrawUsage,
  Matrix3,
  Matrix4,
  Points,
  Vector2,
  Vector3,
  type PerspectiveCamera,
  type RawShaderMaterial,
} from 'three';
import type { Kinded } from '../../core/describe/registry';
import { looks } from '../../core/looks';
import { SPRITE_FORMS } from '../../core/looks/sprite';
import { mix } from '../../core/random/lookup';
import type { Zone } from '../../core/scene/document';
import type { EmitterFrame } from '../../engine/frame';
import { DepthOrder } from './depth-order';
import { dressMaterial, EVEN, layerMaterial, zoneMaterial, type Dress, type Layer } from './layer';
import { particleFragment, particleVertex } from './particle-shader';

const COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'life', 'size'] as const;
const TURNS = ['qx', 'qy', 'qz'] as const;

/** What a look of spots has beside its dress. */
interface Spot {
  readonly soft?: number;
  readonly form?: (typeof SPRITE_FORMS)[number];
  readonly colourBy?: (typeof COLOUR_BY)[number];
  readonly topSpeed?: number;
  readonly stretch?: number;
}

/** What runs along the colours, in the order of the shader. */
const COLOUR_BY = ['age', 'speed', 'number'] as const;

/** A draft's spots are at most this many times as large, to make up for those left out. */
const MOST_ENLARGED = 3;

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
    const material = layerMaterial(particleVertex, particleFragment, {
      toClip: { value: this.toClip },
      turns: { value: false },
      toView: { value: new Matrix3() },
      softness: { value: 1 },
      form: { value: 0 },
      colourBy: { value: 0 },
      topSpeed: { value: 1 },
      stretch: { value: 0 },
      viewport: { value: new Vector2() },
    });
    this.object = new Points(new BufferGeometry(), material);
    this.object.frustumCulled = false;
  }

  setLook(look: Kinded): void {
    if (look === this.look) return;
    this.look = look;
    const dress = look as unknown as Dress;
    const { material } = this.object;
    this.sorted = dressMaterial(material, dress, dress.sizeOverAge ?? EVEN);
    const { soft, form = 'round', colourBy = 'age', topSpeed = 1, stretch = 0 } = look as unknown as Spot;
    material.uniforms['softness']!.value = soft === undefined ? looks.get(look.kind).softness : soft / 100;
    material.uniforms['form']!.value = SPRITE_FORMS.indexOf(form);
    material.uniforms['colourBy']!.value = COLOUR_BY.indexOf(colourBy);
    material.uniforms['topSpeed']!.value = topSpeed;
    material.uniforms['stretch']!.value = stretch;
    material.uniforms['turns']!.value = looks.get(look.kind).turns;
  }

  setZones(zones: readonly Zone[]): void {
    zoneMaterial(this.object.material, zones);
  }

  setParticles({ count, columns, age, zone, id }: EmitterFrame, share: number, enlarge: boolean): void {
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
    if ((this.look?.['colourBy'] ?? 'age') === 'number')
      write(
        'luck',
        Float32Array.from(id, (n) => mix(n ^ 0x51ed270b) / 4294967296),
      );
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
    (uniforms['viewport']!.value as Vector2).set(height * camera.aspect, height);
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
    for (const name of [...COLUMNS, ...TURNS, 'age', 'zone', 'luck'])
      this.object.geometry.setAttribute(name, attribute(new Float32Array(this.capacity)));
    this.order = attribute(new Uint32Array(this.capacity));
  }
}
