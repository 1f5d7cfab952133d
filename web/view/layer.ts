import {
  AddEquation,
  CustomBlending,
  GLSL3,
  OneFactor,
  OneMinusSrcAlphaFactor,
  RawShaderMaterial,
  Vector4,
  type Matrix4,
  type Object3D,
  type PerspectiveCamera,
} from 'three';
import type { LevelStop } from '../../core/describe/parameters';
import type { Kinded } from '../../core/describe/registry';
import { MOST, type Zone } from '../../core/scene/document';
import type { EmitterFrame } from '../../engine/frame';
import { linearColour, rampTexture } from './ramp';

/** What draws the particles of one emitter. */
export interface Layer {
  readonly object: Object3D;
  /** Takes the look; does nothing where it is the one it has. */
  setLook(look: Kinded): void;
  /** Takes how the particles in each zone are drawn. */
  setZones(zones: readonly Zone[]): void;
  /** Takes the particles of a frame that holds `share` of them all. */
  setParticles(frame: EmitterFrame, share: number, enlarge: boolean): void;
  /**
   * Makes ready to be drawn: seen by `camera` in a picture `height` pixels high, moved back by so many seconds, with all
   * places taken through `whole` and all sizes multiplied.
   */
  prepare(camera: PerspectiveCamera, height: number, back: number, whole: Matrix4, sizes: number): void;
  dispose(): void;
}

/** A level that is the same everywhere. */
export const EVEN: readonly LevelStop[] = [{ at: 0, value: 1 }];

/** What of a look every layer takes. */
export interface Dress {
  readonly blend: 'add' | 'over';
  readonly opacity: number;
  readonly colour: Parameters<typeof rampTexture>[0];
  /** Looks that draw bodies may have none. */
  readonly sizeOverAge?: readonly LevelStop[];
}

/** A material that lays its light on the picture, premultiplied and without depth, with the uniforms that every layer has. */
export function layerMaterial(vertexShader: string, fragmentShader: string, uniforms: RawShaderMaterial['uniforms']): RawShaderMaterial {
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
      pixelsPerMetre: { value: 1 },
      back: { value: 0 },
      sizeScale: { value: 1 },
      ramp: { value: null },
      opacity: { value: 1 },
      covers: { value: 1 },
      zoneTints: { value: Array.from({ length: MOST.zones + 1 }, () => new Vector4(0, 0, 0, 0)) },
      zoneSizes: { value: Array.from({ length: MOST.zones + 1 }, () => 1) },
      ...uniforms,
    },
  });
}

/** Gives a material of {@link layerMaterial} its look, with the sizes beside the colours on its ramp; says whether what it draws covers what is behind. */
export function dressMaterial(material: RawShaderMaterial, { blend, opacity, colour }: Dress, sizes: readonly LevelStop[]): boolean {
  const { uniforms } = material;
  const covers = blend === 'over';
  uniforms['ramp']!.value?.dispose();
  uniforms['ramp']!.value = rampTexture(colour, sizes);
  uniforms['opacity']!.value = opacity;
  // Added light covers nothing that is behind it.
  uniforms['covers']!.value = covers ? 1 : 0;
  material.blendDst = covers ? OneMinusSrcAlphaFactor : OneFactor;
  return covers;
}

/** Gives a material of {@link layerMaterial} the tint and size of what is in each zone; from 1, 0 is no zone. */
export function zoneMaterial({ uniforms: { zoneTints, zoneSizes } }: RawShaderMaterial, zones: readonly Zone[]): void {
  zones.forEach(({ into, tint, tinted, sizes }, z) => {
    (zoneTints!.value as Vector4[])[z + 1]!.set(...linearColour(tint), into === 'variant' ? tinted / 100 : 0);
    (zoneSizes!.value as number[])[z + 1] = into === 'variant' ? sizes : 1;
  });
}
