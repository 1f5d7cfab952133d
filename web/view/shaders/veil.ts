import { Vector3, Vector4, type DataTexture, type RawShaderMaterial, type Texture } from 'three';
import { linearColour } from '../layers/ramp';
import { uniformOf } from './uniforms';

/** What lies between the camera and what is drawn: fog, and solid surfaces that hide what is behind them. */
export interface Veil {
  /** Share of the light lost on each metre. */
  readonly fog: number;
  readonly fogColour: string;
  /** Depths of the solid surfaces, as the camera’s projection has them; undefined where there is none. */
  readonly solids: Texture | undefined;
}

/** Uniforms of {@link veilShader}. */
export const veilUniforms = (): RawShaderMaterial['uniforms'] => ({
  fog: { value: new Vector4() },
  solids: { value: null as Texture | DataTexture | null },
  hasSolids: { value: false },
  range: { value: new Vector3() },
});

/** Tells a material what lies before what it draws. */
export function setVeil(
  { uniforms }: RawShaderMaterial,
  { fog, fogColour, solids }: Veil,
  camera: { readonly near: number; readonly far: number; readonly flat: boolean },
): void {
  uniformOf(uniforms, 'fog', Vector4).set(...linearColour(fogColour), fog);
  uniforms['solids']!.value = solids ?? null;
  uniforms['hasSolids']!.value = solids !== undefined;
  uniformOf(uniforms, 'range', Vector3).set(camera.near, camera.far, camera.flat ? 1 : 0);
}

/** How much of what is `away` metres from the camera comes through, and what the fog adds to what covers. */
export const veilShader = /* glsl */ `
uniform vec4 fog;
uniform sampler2D solids;
uniform bool hasSolids;
/** Near, far, and 1 where the camera is flat. */
uniform vec3 range;

/** How much of a ball of that radius lies before a solid surface, along the line of sight. */
float before(float away, float radius) {
  if (!hasSolids) return 1.0;
  float d = texelFetch(solids, ivec2(gl_FragCoord.xy), 0).r;
  if (d >= 1.0) return 1.0;
  float at = range.z > 0.5 ? mix(range.x, range.y, d) : range.x * range.y / (range.y - d * (range.y - range.x));
  return clamp(0.5 + (at - away) / max(2.0 * radius, 1e-5), 0.0, 1.0);
}

/** Premultiplied light as it comes through the fog. */
vec4 veiled(vec4 light, float away) {
  float left = exp(-fog.a * max(away, 0.0));
  return vec4(light.rgb * left + fog.rgb * (1.0 - left) * light.a, light.a);
}
`;
