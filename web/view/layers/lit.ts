import { Vector3, type RawShaderMaterial } from 'three';
import type { Light } from '../../../core/document/scene';
import { linearColour } from './ramp';
import { uniformOf } from '../shaders/uniforms';

/** Uniforms of the shader that lights surfaces. */
export const litUniforms = (): RawShaderMaterial['uniforms'] => ({
  keyLight: { value: new Vector3() },
  keyFrom: { value: new Vector3(0, 1, 0) },
  skyLight: { value: new Vector3() },
  groundLight: { value: new Vector3() },
});

/** Lights a material. */
export function setLit(
  { uniforms }: RawShaderMaterial,
  { key, from, keyColour, sky, skyColour, groundColour }: Light,
): void {
  const put = (name: string, colour: string, strength: number) =>
    uniformOf(uniforms, name, Vector3)
      .set(...linearColour(colour))
      .multiplyScalar(strength);
  put('keyLight', keyColour, key);
  put('skyLight', skyColour, sky);
  put('groundLight', groundColour, sky);
  const side = uniformOf(uniforms, 'keyFrom', Vector3);
  side.set(...from);
  if (side.lengthSq() === 0) side.set(0, 1, 0);
  side.normalize();
}
