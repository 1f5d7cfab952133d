import { Camera, Color, Vector2, Vector4, type Texture, type WebGLRenderer, type WebGLRenderTarget } from 'three';
import { finishFragment } from './shaders/finish-shader';
import { Glow } from './shaders/glow';
import { imageTexture } from './layers/image-textures';
import { linearColour } from './layers/ramp';
import { screenPass } from './shaders/screen-pass';
import { ALPHA, BACKDROPS, type Finish, type Pixels } from './camera/taking';
import { uniformOf } from './shaders/uniforms';

/** Light to be made a picture of. */
export interface Exposed {
  readonly light: Texture;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
  /** What the light is to be multiplied by to be that of a whole picture. */
  readonly gain: number;
  /** What is only there to work by, behind all. */
  readonly backdrop: Texture | null;
  /** Whether its glow may be less smooth. */
  readonly coarse: boolean;
}

/** What of a shot is read here. */
type Finished = Finish & { readonly frame?: readonly [number, number, number, number] };

/** Makes pictures of light: glow, exposure, tone curve, and what is behind. */
export class Finisher {
  private readonly pass = screenPass(
    finishFragment,
    {
      picture: { value: null as Texture | null },
      background: { value: new Color() },
      behind: { value: 0 },
      top: { value: new Color() },
      plate: { value: null as Texture | null },
      plateShare: { value: new Vector2(1, 1) },
      frame: { value: new Vector4(0, 0, 1, 1) },
      alpha: { value: 0 },
      linear: { value: false },
      backdrop: { value: null as Texture | null },
      hasBackdrop: { value: false },
      gain: { value: 1 },
      exposure: { value: 1 },
      white: { value: 0 },
      glow: { value: null as Texture | null },
      glowAmount: { value: 0 },
    },
    false,
  );
  private readonly flat = new Camera();
  private readonly glow = new Glow();

  /** Makes the picture, on the canvas where no target is given. */
  render(
    renderer: WebGLRenderer,
    { light, width, height, gain, backdrop, coarse }: Exposed,
    shot: Finished,
    { alpha, linear }: Pixels,
    target: WebGLRenderTarget | null,
  ): void {
    const { uniforms } = this.pass.material;
    const glow = shot.glow && { from: shot.glow.from / gain, sigma: shot.glow.radius * height };
    const plate = shot.behind === 'image' ? imageTexture(shot.plate) : undefined;
    const frame = shot.frame ?? [0, 0, 1, 1];
    if (plate) {
      // It fills the frame, and is cut where it is longer.
      const wider = plate.image.width / plate.image.height / ((frame[2] * width) / (frame[3] * height));
      uniformOf(uniforms, 'plateShare', Vector2).set(Math.min(1, 1 / wider), Math.min(1, wider));
    }
    const put = (name: string, value: unknown) => (uniforms[name]!.value = value);
    put('glow', glow ? this.glow.render(renderer, light, width, height, glow, coarse) : null);
    put('glowAmount', shot.glow?.amount ?? 0);
    put('gain', gain);
    put('exposure', shot.exposure);
    put('white', shot.white);
    put('picture', light);
    uniforms['background']!.value.setRGB(...linearColour(shot.background));
    uniforms['top']!.value.setRGB(...linearColour(shot.top));
    put('behind', shot.behind === 'image' && !plate ? 0 : BACKDROPS.indexOf(shot.behind));
    put('plate', plate ?? null);
    uniformOf(uniforms, 'frame', Vector4).set(...frame);
    put('alpha', ALPHA.indexOf(alpha));
    put('linear', linear);
    put('backdrop', backdrop);
    put('hasBackdrop', backdrop !== null);
    renderer.setRenderTarget(target);
    renderer.render(this.pass, this.flat);
  }

  dispose(): void {
    this.glow.dispose();
  }
}
