import {
  DepthTexture,
  FloatType,
  HalfFloatType,
  LinearFilter,
  NearestFilter,
  RGBAFormat,
  WebGLRenderTarget,
  type TextureDataType,
  type WebGLRenderer,
} from 'three';

/** Part of the width and height of a picture that is drawn while it is coarse. */
const COARSE = 0.4;

const flatTarget = (type: TextureDataType): WebGLRenderTarget =>
  new WebGLRenderTarget(1, 1, {
    type,
    format: RGBAFormat,
    depthBuffer: false,
    minFilter: NearestFilter,
    magFilter: NearestFilter,
  });

/** The targets in which the light of a picture is gathered: all of its pixels, or a sixth of them while it is coarse. */
export class LightTargets {
  /** Light of one sample. */
  readonly light = flatTarget(HalfFloatType);
  /** Light of all samples. */
  readonly sum: WebGLRenderTarget;
  private solidThings: WebGLRenderTarget | undefined;
  private behind: WebGLRenderTarget | undefined;
  private finished: WebGLRenderTarget | undefined;
  private full: readonly [width: number, height: number] = [1, 1];
  private isCoarse = false;

  constructor(renderer: WebGLRenderer) {
    // Many samples add up without loss where the graphics can.
    this.sum = flatTarget(renderer.extensions.has('EXT_float_blend') ? FloatType : HalfFloatType);
  }

  get width(): number {
    return Math.ceil(this.full[0] * (this.isCoarse ? COARSE : 1));
  }

  get height(): number {
    return Math.ceil(this.full[1] * (this.isCoarse ? COARSE : 1));
  }

  get coarse(): boolean {
    return this.isCoarse;
  }

  /** Takes the size of the picture, pixels, and whether it is drawn coarsely. */
  setSize(width: number, height: number, coarse: boolean): void {
    const [w, h] = this.full;
    if (width === w && height === h && coarse === this.isCoarse) return;
    this.full = [width, height];
    this.isCoarse = coarse;
    for (const target of [this.light, this.sum]) {
      target.texture.magFilter = coarse ? LinearFilter : NearestFilter;
      // Sizes that stay would keep the former filter.
      target.dispose();
      target.setSize(this.width, this.height);
    }
    this.disposeOfSize();
  }

  /** The target of solid things, with their depths; smooth at their edges unless it is coarse. */
  get solid(): WebGLRenderTarget {
    const { width, height } = this;
    return (this.solidThings ??= new WebGLRenderTarget(width, height, {
      type: HalfFloatType,
      format: RGBAFormat,
      depthTexture: new DepthTexture(width, height),
      samples: this.samples,
    }));
  }

  /** The target of a finished picture, as it is to be on the screen. */
  get screen(): WebGLRenderTarget {
    return (this.finished ??= new WebGLRenderTarget(this.width, this.height, { samples: this.samples }));
  }

  /** The target of surfaces that are only there to work by. */
  get backdrop(): WebGLRenderTarget {
    return (this.behind ??= new WebGLRenderTarget(this.width, this.height, {
      type: HalfFloatType,
      format: RGBAFormat,
      samples: 4,
    }));
  }

  dispose(): void {
    this.light.dispose();
    this.sum.dispose();
    this.disposeOfSize();
  }

  /** Samples of a pixel. */
  private get samples(): number {
    return this.isCoarse ? 0 : 4;
  }

  /** Lets go of the targets that are made anew at another size. */
  private disposeOfSize(): void {
    for (const target of [this.behind, this.solidThings, this.finished]) target?.dispose();
    this.behind = this.solidThings = this.finished = undefined;
  }
}
