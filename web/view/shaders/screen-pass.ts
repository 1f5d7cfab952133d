import {
  BufferGeometry,
  CustomBlending,
  Float32BufferAttribute,
  GLSL3,
  Mesh,
  NoBlending,
  OneFactor,
  RawShaderMaterial,
} from 'three';
import { screenVertex } from './finish-shader';

/** A picture that fills the screen, made by a shader; laid over what is there, or added to it. */
export function screenPass(
  fragmentShader: string,
  uniforms: RawShaderMaterial['uniforms'],
  adds: boolean,
): Mesh<BufferGeometry, RawShaderMaterial> {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute([-1, -1, 0, 3, -1, 0, -1, 3, 0], 3));
  const material = new RawShaderMaterial({
    glslVersion: GLSL3,
    vertexShader: screenVertex,
    fragmentShader,
    uniforms,
    depthTest: false,
    depthWrite: false,
    ...(adds ? { blending: CustomBlending, blendSrc: OneFactor, blendDst: OneFactor } : { blending: NoBlending }),
  });
  const mesh = new Mesh(geometry, material);
  mesh.frustumCulled = false;
  return mesh;
}
