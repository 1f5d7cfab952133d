import {
  BufferAttribute,
  BufferGeometry,
  DynamicDrawUsage,
  IntType,
  Matrix3,
  Matrix4,
  Points,
  Vector2,
  Vector3,
  Vector4,
  type RawShaderMaterial,
} from 'three';
import type { Kinded } from '../../../core/document/registry';
import { looks } from '../../../core/kinds/looks';
import { SPRITE_FORMS } from '../../../core/kinds/looks/sprite';
import type { Zone } from '../../../core/document/scene';
import { beforeOf } from '../../../engine/before';
import type { EmitterFrame } from '../../../engine/frame';
import { partsOf } from '../../../engine/joined-frame';
import { DepthOrder } from './depth-order';
import {
  COLOUR_BY,
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
import { ShownImage } from './shown-image';
import { particleFragment, particleVertex } from '../shaders/particle-shader';
import { setVeil } from '../shaders/veil';
import { attributeOf, floatsOf, uniformOf } from '../shaders/uniforms';

const COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'life', 'size'] as const;
const TURNS = ['qx', 'qy', 'qz'] as const;

/** What a look of spots has beside its dress. */
interface Spot {
  readonly soft?: number;
  readonly form?: (typeof SPRITE_FORMS)[number];
  readonly colourBy?: (typeof COLOUR_BY)[number];
  readonly opacityBy?: (typeof COLOUR_BY)[number];
  readonly topSpeed?: number;
  readonly stretch?: number;
  readonly turned?: (typeof TURNED)[number];
  readonly image?: string;
  readonly columns?: number;
  readonly rows?: number;
  readonly frames?: (typeof FRAMES)[number];
  readonly rate?: number;
}

/** Where the top points, and what chooses an image of a sheet, in the order of the shader. */
const TURNED = ['upright', 'motion', 'any'] as const;
const FRAMES = ['age', 'rate', 'speed', 'number'] as const;

/**
 * Zones as whole numbers with weights as what is between them, and colours: in pairs, since graphics have room for no
 * more columns.
 */
export function zonesAndTints({ count, zone, weight, tint }: EmitterFrame): Float32Array {
  const pairs = new Float32Array(2 * count);
  for (let i = 0; i < count; i++) {
    pairs[2 * i] = (zone[i] ?? 0) + (weight[i] ?? 0) / 256;
    pairs[2 * i + 1] = tint[i] ?? 0xffffff;
  }
  return pairs;
}

/** A draft's spots are at most this many times as large, to make up for those left out. */
const MOST_ENLARGED = 3;

/** The particles of one emitter, drawn by its look in one call. */
export class ParticleLayer implements Layer {
  readonly object: Points<BufferGeometry, RawShaderMaterial>;
  private look: Kinded | undefined;
  private count = 0;
  /** The particles, until where they were before is known. */
  private due: { readonly frame: EmitterFrame; readonly moment: Moment } | undefined;
  private enlarged = 1;
  private capacity = 0;
  private sorted = false;
  private zoned = false;
  /** The image that it is drawn as. */
  private readonly image = new ShownImage();
  /** The direction of sight that the particles are sorted for; undefined where they are not. */
  private orderedAlong: Vector3 | undefined;
  private slots = new Uint32Array(0);
  private order = new BufferAttribute(this.slots, 1);
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
      opacityBy: { value: 0 },
      topSpeed: { value: 1 },
      stretch: { value: 0 },
      span: { value: 0 },
      viewport: { value: new Vector2() },
      depthRow: { value: new Vector4() },
      turned: { value: 0 },
      image: { value: null },
      sheet: { value: new Vector2(1, 1) },
      frames: { value: 0 },
      rate: { value: 0 },
    });
    this.object = new Points(new BufferGeometry(), material);
    this.object.frustumCulled = false;
  }

  showImages(shown: (hash: string) => string): void {
    this.image.show(shown);
  }

  setLook(look: Kinded): void {
    if (look === this.look) return;
    this.look = look;
    const dress = lookAs<Dress>(look);
    const { material } = this.object;
    this.sorted = dressMaterial(material, dress, dress.sizeOverAge ?? EVEN);
    const spot = lookAs<Spot>(look);
    const {
      soft,
      form = 'round',
      colourBy = 'age',
      opacityBy = 'age',
      topSpeed = 1,
      stretch = 0,
      turned = 'upright',
      image,
    } = spot;
    const { columns = 1, rows = 1, frames = 'age', rate = 0 } = spot;
    material.uniforms['softness']!.value = soft === undefined ? looks.get(look.kind).softness : soft / 100;
    this.image.set(image ?? '');
    material.uniforms['form']!.value = SPRITE_FORMS.indexOf(form);
    uniformOf(material.uniforms, 'sheet', Vector2).set(columns, rows);
    material.uniforms['frames']!.value = FRAMES.indexOf(frames);
    material.uniforms['rate']!.value = rate;
    material.uniforms['turned']!.value = TURNED.indexOf(turned);
    material.uniforms['colourBy']!.value = COLOUR_BY.indexOf(colourBy);
    material.uniforms['opacityBy']!.value = COLOUR_BY.indexOf(opacityBy);
    material.uniforms['topSpeed']!.value = topSpeed;
    material.uniforms['stretch']!.value = stretch;
    material.uniforms['turns']!.value = looks.get(look.kind).turns;
  }

  setZones(zones: readonly Zone[]): void {
    zoneMaterial(this.object.material, zones);
  }

  setParticles(frame: EmitterFrame, moment: Moment): void {
    const { count } = frame;
    const parts = partsOf(frame);
    const { draftFraction, enlarge } = moment;
    this.due = { frame, moment };
    this.orderedAlong = undefined;
    this.object.material.uniforms['span']!.value = 0;
    if (count > this.capacity || this.capacity === 0) this.grow(Math.max(count, 64));
    const { geometry } = this.object;
    // Each part goes where it belongs, so that nothing is put together before.
    const write = (name: string, columnOf: (part: EmitterFrame) => Float32Array | Uint32Array) => {
      const attribute = attributeOf(geometry, name, BufferAttribute);
      let at = 0;
      for (const part of parts) {
        const column = columnOf(part);
        attribute.array.set(column, at);
        at += column.length;
      }
      attribute.clearUpdateRanges();
      attribute.addUpdateRange(0, count * attribute.itemSize);
      attribute.needsUpdate = true;
    };
    for (const name of COLUMNS) write(name, (part) => part.columns[name]);
    for (const name of TURNS)
      if (parts.some((part) => part.columns[name].length > 0)) write(name, (part) => part.columns[name]);
    write('age', ({ age }) => age);
    write('number', ({ id }) => id);
    // Without zones all are in none, also those that were in one before.
    const zoned = parts.some(({ zone, weight, tint }) => zone.length > 0 || weight.length > 0 || tint.length > 0);
    if (zoned) write('zone', zonesAndTints);
    else if (this.zoned) {
      // All of the room: later frames may hold more particles than this one.
      const attribute = attributeOf(geometry, 'zone', BufferAttribute);
      attribute.array.fill(0);
      attribute.clearUpdateRanges();
      attribute.needsUpdate = true;
    }
    this.zoned = zoned;
    this.count = count;
    geometry.setDrawRange(0, count);
    this.enlarged = enlarge ? Math.min(MOST_ENLARGED, 1 / Math.sqrt(draftFraction)) : 1;
  }

  setWanted(wanted: Wanted): void {
    wantedMaterial(this.object.material, wanted);
  }

  prepare({ camera, width, height, back, whole, sizes, veil }: ViewContext): void {
    const { uniforms } = this.object.material;
    const toView = camera.matrixWorldInverse.clone().multiply(whole);
    this.toClip.multiplyMatrices(camera.projectionMatrix, toView);
    // A rotation times one scale: divided by it, only the rotation is left.
    uniforms['toView']!.value.setFromMatrix4(toView).multiplyScalar(1 / whole.getMaxScaleOnAxis());
    uniforms['sizeScale']!.value = this.enlarged * sizes;
    uniforms['pixelsPerMetre']!.value = (height / 2) * camera.projectionMatrix.elements[5];
    uniforms['back']!.value = back;
    if (back > 0) this.bend();
    uniformOf(uniforms, 'viewport', Vector2).set(width, height);
    const e = toView.elements;
    uniformOf(uniforms, 'depthRow', Vector4).set(-e[2], -e[6], -e[10], -e[14]);
    setVeil(this.object.material, veil, { near: camera.near, far: camera.far, flat: isFlat(camera) });
    if (this.image.isSet) {
      // Until its image is there it is a round spot.
      const drawn = this.image.texture;
      uniforms['form']!.value = drawn ? SPRITE_FORMS.length : 0;
      uniforms['image']!.value = drawn ?? null;
    }
    const { geometry } = this.object;
    if (!this.sorted || this.capacity === 0) return void geometry.setIndex(null);
    const at = camera.getWorldDirection(new Vector3()).transformDirection(whole.clone().invert());
    geometry.setIndex(this.order);
    if (this.orderedAlong?.equals(at)) return;
    this.orderedAlong = at;
    if (this.count > 0)
      this.depth.sort(
        floatsOf(geometry, 'x'),
        floatsOf(geometry, 'y'),
        floatsOf(geometry, 'z'),
        this.count,
        [at.x, at.y, at.z],
        this.slots,
      );
    this.order.clearUpdateRanges();
    this.order.addUpdateRange(0, this.count);
    this.order.needsUpdate = true;
  }

  /** Lets the particles come along the curve that they have gone since the frame before. */
  private bend(): void {
    if (!this.due) return;
    const { frame, moment } = this.due;
    this.due = undefined;
    const { place, velocity } = beforeOf(frame, moment.before(1), moment.span);
    const write = (name: string, values: Float32Array) => {
      const attribute = attributeOf(this.object.geometry, name, BufferAttribute);
      attribute.array.set(values);
      attribute.clearUpdateRanges();
      attribute.addUpdateRange(0, values.length);
      attribute.needsUpdate = true;
    };
    write('was', place);
    write('wasGoing', velocity);
    this.object.material.uniforms['span']!.value = moment.span;
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
    const attribute = (array: Float32Array | Uint32Array, size = 1) =>
      new BufferAttribute(array, size).setUsage(DynamicDrawUsage);
    for (const name of [...COLUMNS, ...TURNS, 'age'])
      this.object.geometry.setAttribute(name, attribute(new Float32Array(this.capacity)));
    for (const name of ['was', 'wasGoing'])
      this.object.geometry.setAttribute(name, attribute(new Float32Array(3 * this.capacity), 3));
    this.object.geometry.setAttribute('zone', attribute(new Float32Array(2 * this.capacity), 2));
    const number = attribute(new Uint32Array(this.capacity));
    number.gpuType = IntType;
    this.object.geometry.setAttribute('number', number);
    this.slots = new Uint32Array(this.capacity);
    this.order = attribute(this.slots);
  }
}
