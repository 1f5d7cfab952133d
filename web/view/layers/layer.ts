import {
  AddEquation,
  CustomBlending,
  GLSL3,
  NoBlending,
  OneFactor,
  OneMinusSrcAlphaFactor,
  RawShaderMaterial,
  Vector4,
  type Matrix4,
  type Object3D,
  type PerspectiveCamera,
} from 'three';
import type { LevelStop } from '../../../core/document/parameters';
import type { Kinded } from '../../../core/document/registry';
import { MOST, type Light, type Zone } from '../../../core/document/scene';
import type { EmitterFrame } from '../../../engine/frame';
import { linearColour, rampTexture, type Mixing, type Ramps } from './ramp';
import { veilUniforms, type Veil } from '../shaders/veil';

/** What is known of a frame beside its particles. */
export interface Moment {
  /** Part of all particles that the frame holds. */
  readonly draftFraction: number;
  /** Whether those of a draft are drawn larger, to make up for those left out. */
  readonly enlarge: boolean;
  /** Seconds of the scene’s time since the frame before. */
  readonly span: number;
  /** The particles so many frames before this one; undefined where they are not known. */
  readonly before: (frames: number) => EmitterFrame | undefined;
}

/** How particles are seen. */
export interface ViewContext {
  readonly camera: PerspectiveCamera;
  /** Of the picture, pixels. */
  readonly width: number;
  readonly height: number;
  /** Whether bodies are drawn with few faces, and without smooth edges. */
  readonly coarse: boolean;
  /** Seconds of the scene’s time that all is moved back by. */
  readonly back: number;
  /** What all places are taken through, and all sizes multiplied by. */
  readonly whole: Matrix4;
  readonly sizes: number;
  readonly veil: Veil;
  /** How bodies are lit. */
  readonly light: Light;
}

/** What is written for each pixel, in the order of the shaders. */
export const WANTED = ['light', 'motion', 'number'] as const;
export type Wanted = (typeof WANTED)[number];

/** Whether a camera shows far things as large as near ones. */
export const isFlat = ({ projectionMatrix }: PerspectiveCamera): boolean => projectionMatrix.elements[15] === 1;

/** What draws the particles of one emitter. */
export interface Layer {
  readonly object: Object3D;
  /** True where it hides what is behind it by depth, and is not laid on the picture. */
  readonly solid?: true;
  /** Takes the look; does nothing where it is the one it has. */
  setLook(look: Kinded): void;
  /** Takes the picture that each image shows now, by content hashes; left out where it draws no image. */
  showImages?(shown: (hash: string) => string): void;
  /** Takes how the particles in each zone are drawn. */
  setZones(zones: readonly Zone[]): void;
  /** Takes the particles of a frame. */
  setParticles(frame: EmitterFrame, moment: Moment): void;
  /** Makes ready to be drawn. */
  prepare(context: ViewContext): void;
  /** Says what is written: light, or numbers of the particle that is seen. */
  setWanted(wanted: Wanted): void;
  dispose(): void;
}

/** A level that is the same everywhere. */
export const EVEN: readonly LevelStop[] = [{ at: 0, value: 1 }];

/** What runs along the colours, in the order of the shaders. */
export const COLOUR_BY = ['age', 'speed', 'number', 'field', 'source'] as const;

/** What of a look every layer takes. */
export interface Dress {
  readonly blend: 'additive' | 'normal';
  readonly opacity: number;
  readonly colour: Ramps['colour'];
  readonly interpolation?: Mixing;
  readonly brightness?: number;
  readonly brighten?: 'all' | 'light';
  readonly opacityOverAge?: readonly LevelStop[];
  readonly sizeOverSpeed?: readonly LevelStop[];
  readonly stretchOverAge?: readonly LevelStop[];
  /** Looks that draw bodies may have none. */
  readonly sizeOverAge?: readonly LevelStop[];
}

/** A look with the values that the layer which draws it knows. */
// oxlint-disable-next-line typescript/no-unnecessary-type-parameters -- the caller says which look it is
export function lookAs<L>(look: object): L {
  // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- a layer is only made for a look of a kind that has them
  return look as unknown as L;
}

/**
 * A material that lays its light on the picture, premultiplied and without depth, with the uniforms that every layer
 * has.
 */
export function layerMaterial(
  vertexShader: string,
  fragmentShader: string,
  uniforms: RawShaderMaterial['uniforms'],
): RawShaderMaterial {
  return new RawShaderMaterial({
    glslVersion: GLSL3,
    vertexShader,
    fragmentShader,
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
      ...veilUniforms(),
      wants: { value: 0 },
      pixelsPerMetre: { value: 1 },
      back: { value: 0 },
      sizeScale: { value: 1 },
      ramp: { value: null },
      opacity: { value: 1 },
      lift: { value: 1 },
      liftsBright: { value: false },
      covers: { value: 1 },
      zoneTints: { value: Array.from({ length: MOST.zones + 1 }, () => new Vector4(0, 0, 0, 0)) },
      zoneSizes: { value: Array.from({ length: MOST.zones + 1 }, () => 1) },
      ...uniforms,
    },
  });
}

/**
 * Gives a material of {@link layerMaterial} its look, with the sizes beside the colours on its ramp; says whether what
 * it draws covers what is behind.
 */
export function dressMaterial(material: RawShaderMaterial, dress: Dress, sizes: readonly LevelStop[]): boolean {
  const { blend, opacity, colour, interpolation, brightness, brighten, opacityOverAge, sizeOverSpeed, stretchOverAge } =
    dress;
  const { uniforms } = material;
  const covers = blend === 'normal';
  uniforms['ramp']!.value?.dispose();
  uniforms['ramp']!.value = rampTexture({
    colour,
    size: sizes,
    ...(interpolation && { interpolation }),
    ...(brightness !== undefined && { brightness }),
    ...(brighten && { brighten }),
    ...(opacityOverAge && { opacity: opacityOverAge }),
    ...(sizeOverSpeed && { sizeOverSpeed }),
    ...(stretchOverAge && { stretch: stretchOverAge }),
  });
  uniforms['opacity']!.value = opacity;
  uniforms['lift']!.value = 2 ** (brightness ?? 0);
  uniforms['liftsBright']!.value = brighten === 'light';
  // Added light covers nothing that is behind it.
  uniforms['covers']!.value = covers ? 1 : 0;
  material.blendDst = covers ? OneMinusSrcAlphaFactor : OneFactor;
  return covers;
}

/**
 * Lets a material of {@link layerMaterial} write what is wanted: light is laid on what is there, of numbers the nearest
 * is kept.
 */
export function wantedMaterial(material: RawShaderMaterial, wanted: Wanted): void {
  const numbers = wanted !== 'light';
  material.uniforms['wants']!.value = WANTED.indexOf(wanted);
  material.blending = numbers ? NoBlending : CustomBlending;
  material.depthTest = material.depthWrite = numbers;
  material.transparent = !numbers;
}

/** Gives a material of {@link layerMaterial} the tint and size of what is in each zone; from 1, 0 is no zone. */
export function zoneMaterial({ uniforms: { zoneTints, zoneSizes } }: RawShaderMaterial, zones: readonly Zone[]): void {
  const [tints, factors]: [Vector4[], number[]] = [zoneTints!.value, zoneSizes!.value];
  zones.forEach(({ effect, tint, tintAmount, sizeFactor }, z) => {
    tints[z + 1]!.set(...linearColour(tint), effect === 'assign-variant' ? tintAmount / 100 : 0);
    factors[z + 1] = effect === 'assign-variant' ? sizeFactor : 1;
  });
}
