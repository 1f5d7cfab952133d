import {
  DoubleSide,
  DynamicDrawUsage,
  Group,
  InstancedBufferAttribute,
  InstancedBufferGeometry,
  IntType,
  Matrix3,
  Matrix4,
  Mesh,
  NoBlending,
  Vector2,
  type BufferGeometry,
  type RawShaderMaterial,
} from 'three';
import type { Kinded } from '../../../core/document/registry';
import type { TriangleMesh } from '../../../core/lib/meshes/mesh';
import { mix } from '../../../core/lib/random/lookup';
import type { Zone } from '../../../core/document/scene';
import { beforeOf } from '../../../engine/before';
import type { EmitterFrame } from '../../../engine/frame';
import { ShownImage } from './shown-image';
import { coarseGeometry, formGeometry, meshGeometry, type InstanceForm } from './instance-forms';
import { instanceFragment, instanceVertex } from '../shaders/instance-shader';
import {
  COLOUR_BY,
  dressMaterial,
  EVEN,
  isFlat,
  layerMaterial,
  lookAs,
  WANTED,
  zoneMaterial,
  type Dress,
  type Layer,
  type Moment,
  type ViewContext,
  type Wanted,
} from './layer';
import { litUniforms, setLit } from './lit';
import { zonesAndTints } from './particle-layer';
import { setVeil } from '../shaders/veil';
import { attributeOf, uniformOf } from '../shaders/uniforms';

/** What of the look is read here. */
interface InstanceLook extends Dress {
  readonly form: InstanceForm | 'mesh';
  readonly form2: InstanceForm | 'mesh' | 'none';
  readonly form3: InstanceForm | 'mesh' | 'none';
  readonly mesh: string;
  readonly mesh2: string;
  readonly mesh3: string;
  readonly picks: 'number' | 'zone' | 'field';
  readonly leads: (typeof LEADS)[number];
  readonly flips: boolean;
  readonly stretch: number;
  readonly uneven: number;
  readonly shading: number;
  readonly colourBy: (typeof COLOUR_BY)[number];
  readonly topSpeed: number;
  readonly image: string;
  readonly columns: number;
  readonly rows: number;
}

const LEADS = ['own', 'x', 'y', 'z'] as const;
const VECTORS = ['at', 'way', 'was', 'wasGoing', 'turn'] as const;

/** Which of so many forms of a look a particle has. */
export function formOf(id: number, zone: number, weight: number, forms: number, picks: InstanceLook['picks']): number {
  if (picks === 'zone') return Math.min(zone, forms - 1);
  // Weights are told in 255ths: each form has as long a piece of 0 … 1.
  if (picks === 'field') return Math.min(forms - 1, Math.floor((weight / 255) * forms));
  return Math.floor((mix(id ^ 0x3c6ef372) / 4294967296) * forms);
}

/** One of the forms, with the particles that have it. */
interface Variant {
  readonly key: string;
  readonly object: Mesh<InstancedBufferGeometry, RawShaderMaterial>;
  /** The form, and one with few faces. */
  readonly fine: BufferGeometry;
  readonly coarse: BufferGeometry;
  slots: number[];
}

/** The particles of one emitter as small solid bodies, one call a form. */
export class InstanceLayer implements Layer {
  readonly object = new Group();
  readonly solid = true;
  private readonly image = new ShownImage();
  private readonly material: RawShaderMaterial;
  private variants: Variant[] = [];
  /** How many of them are the look’s own; then come those of the zones, by their places in the scene’s list. */
  private ownForms = 0;
  private zoneForms: readonly (number | undefined)[] = [];
  private zones: readonly Zone[] = [];
  private look: InstanceLook | undefined;
  private frame: EmitterFrame | undefined;
  private moment: Moment | undefined;
  private bent = false;

  constructor(private readonly meshOf: (id: string) => TriangleMesh | undefined) {
    this.material = layerMaterial(instanceVertex, instanceFragment, {
      ...litUniforms(),
      worldToView: { value: new Matrix4() },
      projection: { value: new Matrix4() },
      whole: { value: new Matrix4() },
      wholeTurn: { value: new Matrix3() },
      wholeScale: { value: 1 },
      span: { value: 0 },
      colourBy: { value: 0 },
      topSpeed: { value: 1 },
      leads: { value: 0 },
      flips: { value: 1 },
      stretch: { value: 0 },
      uneven: { value: 0 },
      shading: { value: 1 },
      sheet: { value: new Vector2(1, 1) },
      image: { value: null },
      hasImage: { value: false },
    });
    this.material.side = DoubleSide;
  }

  showImages(shown: (hash: string) => string): void {
    this.image.show(shown);
  }

  setLook(look: Kinded): void {
    const instance = lookAs<InstanceLook>(look);
    if (instance === this.look) return;
    this.look = instance;
    const { uniforms } = this.material;
    dressMaterial(this.material, { ...instance, blend: 'normal', opacity: 1 }, instance.sizeOverAge ?? EVEN);
    // Solid: the nearest is seen, whatever the order.
    this.material.blending = NoBlending;
    this.material.transparent = false;
    this.material.depthTest = this.material.depthWrite = true;
    uniforms['colourBy']!.value = COLOUR_BY.indexOf(instance.colourBy);
    uniforms['topSpeed']!.value = instance.topSpeed;
    uniforms['leads']!.value = LEADS.indexOf(instance.leads);
    uniforms['flips']!.value = instance.flips ? -1 : 1;
    uniforms['stretch']!.value = instance.stretch;
    uniforms['uneven']!.value = instance.uneven / 100;
    uniforms['shading']!.value = instance.shading;
    uniformOf(uniforms, 'sheet', Vector2).set(instance.columns, instance.rows);
    this.makeVariants();
    if (this.frame && this.moment) this.setParticles(this.frame, this.moment);
  }

  setZones(zones: readonly Zone[]): void {
    zoneMaterial(this.material, zones);
    if (zones === this.zones) return;
    this.zones = zones;
    if (this.look?.picks === 'zone' && this.frame && this.moment) this.setParticles(this.frame, this.moment);
  }

  setWanted(wanted: Wanted): void {
    this.material.uniforms['wants']!.value = WANTED.indexOf(wanted);
  }

  setParticles(frame: EmitterFrame, moment: Moment): void {
    this.frame = frame;
    this.moment = moment;
    this.bent = false;
    this.material.uniforms['span']!.value = 0;
    this.makeVariants();
    const { variants, look } = this;
    for (const variant of variants) variant.slots = [];
    for (let i = 0; i < frame.count; i++) {
      const zone = frame.zone[i] ?? 0;
      const own = formOf(frame.id[i]!, zone, frame.weight[i] ?? 0, this.ownForms, look!.picks);
      variants[this.zoneForms[zone - 1] ?? own]!.slots.push(i);
    }
    const c = frame.columns;
    const marks = zonesAndTints(frame);
    const turning = c.qx.length === frame.count;
    for (const { object, slots } of variants) {
      const { geometry } = object;
      room(geometry, slots.length);
      const fill = (name: string, size: number, of: (slot: number) => readonly number[]) => {
        const attribute = attributeOf(geometry, name, InstancedBufferAttribute);
        slots.forEach((slot, n) => attribute.array.set(of(slot), n * size));
        attribute.needsUpdate = true;
      };
      fill('at', 3, (i) => [c.x[i]!, c.y[i]!, c.z[i]!]);
      fill('way', 3, (i) => [c.vx[i]!, c.vy[i]!, c.vz[i]!]);
      fill('turn', 3, (i) => (turning ? [c.qx[i]!, c.qy[i]!, c.qz[i]!] : [0, 0, 0]));
      fill('body', 3, (i) => [frame.age[i]!, c.life[i]!, c.size[i]!]);
      fill('zone', 2, (i) => [marks[2 * i]!, marks[2 * i + 1]!]);
      fill('number', 1, (i) => [frame.id[i]!]);
      geometry.instanceCount = slots.length;
      object.visible = slots.length > 0;
    }
  }

  prepare({ camera, back, whole, sizes, veil, light, coarse }: ViewContext): void {
    const { uniforms } = this.material;
    for (const variant of this.variants) putForm(variant.object.geometry, coarse ? variant.coarse : variant.fine);
    if (back > 0) this.bend();
    uniformOf(uniforms, 'worldToView', Matrix4).copy(camera.matrixWorldInverse);
    uniformOf(uniforms, 'projection', Matrix4).copy(camera.projectionMatrix);
    uniformOf(uniforms, 'whole', Matrix4).copy(whole);
    const scale = whole.getMaxScaleOnAxis() || 1;
    uniformOf(uniforms, 'wholeTurn', Matrix3)
      .setFromMatrix4(whole)
      .multiplyScalar(1 / scale);
    uniforms['wholeScale']!.value = scale;
    uniforms['sizeScale']!.value = sizes;
    uniforms['back']!.value = back;
    this.image.set(this.look?.image ?? '');
    const drawn = this.image.texture;
    uniforms['image']!.value = drawn ?? null;
    uniforms['hasImage']!.value = drawn !== undefined;
    setLit(this.material, light);
    setVeil(
      this.material,
      { ...veil, solids: undefined },
      { near: camera.near, far: camera.far, flat: isFlat(camera) },
    );
  }

  dispose(): void {
    for (const { object } of this.variants) object.geometry.dispose();
    this.material.uniforms['ramp']!.value?.dispose();
    this.material.dispose();
  }

  /** Lets the particles come along the curve that they have gone since the frame before. */
  private bend(): void {
    if (this.bent || !this.frame || !this.moment) return;
    this.bent = true;
    const { place, velocity } = beforeOf(this.frame, this.moment.before(1), this.moment.span);
    for (const { object, slots } of this.variants)
      for (const [name, from] of [
        ['was', place],
        ['wasGoing', velocity],
      ] as const) {
        const attribute = attributeOf(object.geometry, name, InstancedBufferAttribute);
        slots.forEach((slot, n) => attribute.array.set(from.subarray(3 * slot, 3 * slot + 3), 3 * n));
        attribute.needsUpdate = true;
      }
    this.material.uniforms['span']!.value = this.moment.span;
  }

  /** The forms of the look; those that are the same are kept. */
  private makeVariants(): void {
    const { look } = this;
    if (!look) return;
    const wanted = [
      [look.form, look.mesh],
      [look.form2, look.mesh2],
      [look.form2 === 'none' ? 'none' : look.form3, look.mesh3],
    ] as const;
    const formed = (form: InstanceForm | 'mesh', id: string) => ({
      form,
      mesh: form === 'mesh' ? this.meshOf(id) : undefined,
      id,
    });
    const forms = wanted.flatMap(([form, id]) => (form === 'none' ? [] : [formed(form, id)]));
    this.ownForms = forms.length;
    this.zoneForms = this.zones.map((zone) => {
      if (look.picks !== 'zone' || zone.form === 'look' || zone.effect !== 'assign-variant') return undefined;
      return forms.push(formed(zone.form, zone.mesh)) - 1;
    });
    const keys = forms.map(({ form, mesh, id }) => (form === 'mesh' ? `${mesh ? 'mesh' : 'none'} ${id}` : form));
    if (keys.length === this.variants.length && keys.every((key, i) => key === this.variants[i]!.key)) return;
    for (const { object } of this.variants) object.geometry.dispose();
    this.object.clear();
    this.variants = forms.map(({ form, mesh }, i) => {
      // A mesh that is not there is a grain until one is chosen.
      const source = form !== 'mesh' ? formGeometry(form) : mesh ? meshGeometry(mesh) : formGeometry('grain');
      const object = new Mesh(new InstancedBufferGeometry(), this.material);
      object.geometry.instanceCount = 0;
      object.frustumCulled = false;
      this.object.add(object);
      return { key: keys[i]!, object, fine: source, coarse: coarseGeometry(form, source), slots: [] };
    });
  }
}

/** Gives instances a form; those that have it keep it. */
function putForm(geometry: InstancedBufferGeometry, source: BufferGeometry): void {
  if (geometry.attributes['position'] === source.attributes['position']) return;
  for (const name of ['position', 'normal', 'uv']) geometry.setAttribute(name, source.getAttribute(name));
  geometry.setIndex(source.getIndex());
}

/** Makes room for so many instances. */
function room(geometry: InstancedBufferGeometry, count: number): void {
  if (geometry.hasAttribute('at') && geometry.getAttribute('at').count >= count) return;
  const size = Math.max(64, Math.ceil(count * 1.25));
  // Old buffers are given up with their attributes.
  geometry.dispose();
  const put = (name: string, array: Float32Array | Uint32Array, each: number) => {
    const attribute = new InstancedBufferAttribute(array, each);
    attribute.setUsage(DynamicDrawUsage);
    if (array instanceof Uint32Array) attribute.gpuType = IntType;
    geometry.setAttribute(name, attribute);
  };
  for (const name of VECTORS) put(name, new Float32Array(3 * size), 3);
  put('body', new Float32Array(3 * size), 3);
  put('zone', new Float32Array(2 * size), 2);
  put('number', new Uint32Array(size), 1);
}
