import {
  Camera,
  HalfFloatType,
  LinearFilter,
  RGBAFormat,
  Vector2,
  WebGLRenderTarget,
  type BufferGeometry,
  type Mesh,
  type RawShaderMaterial,
  type Texture,
  type WebGLRenderer,
} from 'three';
import { blurOf } from '../../../core/lib/camera/blur';
import { screenPass } from './screen-pass';
import { uniformOf } from './uniforms';

/** What glows: light above a level, spread by a Gaussian. */
export interface GlowOf {
  /** Linear light of the brightest channel above which it glows. */
  readonly from: number;
  /** Standard deviation, pixels. */
  readonly sigma: number;
}

/** Half the taps of the widest blur that is done in one go, and of a coarse one; wider ones are done smaller. */
const MOST_TAPS = 16;
const COARSE_TAPS = 4;

const extractFragment = /* glsl */ `
precision highp float;
in vec2 at;
uniform sampler2D picture;
uniform vec2 texel;
uniform float level;
out vec4 colour;

vec3 above(vec2 where) {
  vec3 light = texture(picture, where).rgb;
  float most = max(light.r, max(light.g, light.b));
  return most > level ? light * (most - level) / most : vec3(0.0);
}

void main() {
  colour = vec4(0.25 * (above(at + texel * vec2(-0.5, -0.5)) + above(at + texel * vec2(0.5, -0.5)) + above(at + texel * vec2(-0.5, 0.5)) + above(at + texel * 0.5)), 1.0);
}
`;

const copyFragment = /* glsl */ `
precision highp float;
in vec2 at;
uniform sampler2D picture;
out vec4 colour;
void main() {
  colour = texture(picture, at);
}
`;

const blurFragment = /* glsl */ `
precision highp float;
in vec2 at;
uniform sampler2D picture;
uniform vec2 along;
uniform float weights[${MOST_TAPS + 1}];
uniform int taps;
out vec4 colour;
void main() {
  colour = texture(picture, at) * weights[0];
  for (int i = 1; i <= taps; i++) colour += (texture(picture, at + along * float(i)) + texture(picture, at - along * float(i))) * weights[i];
}
`;

const pass = (fragmentShader: string, uniforms: RawShaderMaterial['uniforms']) =>
  screenPass(fragmentShader, { picture: { value: null }, ...uniforms }, false);

/** Makes the glow of a picture in linear light. What it spreads adds up to what it takes. */
export class Glow {
  private readonly extract = pass(extractFragment, { texel: { value: new Vector2() }, level: { value: 1 } });
  private readonly copy = pass(copyFragment, {});
  private readonly blur = pass(blurFragment, {
    along: { value: new Vector2() },
    weights: { value: new Array<number>(MOST_TAPS + 1).fill(0) },
    taps: { value: 0 },
  });
  private readonly flat = new Camera();
  private targets: WebGLRenderTarget[] = [];

  /**
   * The glow of a picture so many pixels wide and high, to be added to it; smaller than the picture, and smooth. Coarsely
   * it is as wide and as strong, and a little less smooth.
   */
  render(
    renderer: WebGLRenderer,
    picture: Texture,
    width: number,
    height: number,
    { from, sigma }: GlowOf,
    coarse: boolean,
  ): Texture {
    const { halvings, weights } = blurOf(sigma, coarse ? COARSE_TAPS : MOST_TAPS);
    const level = (n: number) =>
      [Math.max(1, Math.ceil(width / 2 ** n)), Math.max(1, Math.ceil(height / 2 ** n))] as const;
    let now = this.target(0, ...level(Math.min(1, halvings)));
    const { uniforms } = this.extract.material;
    uniforms['level']!.value = from;
    // At full size all four places are the pixel itself.
    uniformOf(uniforms, 'texel', Vector2).set(halvings > 0 ? 1 / width : 0, halvings > 0 ? 1 / height : 0);
    this.draw(renderer, this.extract, picture, now);
    for (let n = 2; n <= halvings; n++) {
      const next = this.target(n - 1, ...level(n));
      this.draw(renderer, this.copy, now.texture, next);
      now = next;
    }
    const [w, h] = level(halvings);
    const across = this.target(20, w, h);
    const blur = this.blur.material.uniforms;
    blur['weights']!.value = Array.from({ length: MOST_TAPS + 1 }, (_, i) => weights[i] ?? 0);
    blur['taps']!.value = weights.length - 1;
    const along = uniformOf(blur, 'along', Vector2);
    along.set(1 / w, 0);
    this.draw(renderer, this.blur, now.texture, across);
    along.set(0, 1 / h);
    this.draw(renderer, this.blur, across.texture, now);
    return now.texture;
  }

  dispose(): void {
    for (const target of this.targets) target?.dispose();
    this.targets = [];
  }

  private draw(
    renderer: WebGLRenderer,
    mesh: Mesh<BufferGeometry, RawShaderMaterial>,
    picture: Texture,
    into: WebGLRenderTarget,
  ): void {
    mesh.material.uniforms['picture']!.value = picture;
    renderer.setRenderTarget(into);
    renderer.render(mesh, this.flat);
  }

  private target(index: number, width: number, height: number): WebGLRenderTarget {
    const target = (this.targets[index] ??= new WebGLRenderTarget(width, height, {
      type: HalfFloatType,
      format: RGBAFormat,
      depthBuffer: false,
      minFilter: LinearFilter,
      magFilter: LinearFilter,
    }));
    target.setSize(width, height);
    return target;
  }
}
