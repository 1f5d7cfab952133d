import {
  Camera,
  Color,
  FloatType,
  HalfFloatType,
  LinearSRGBColorSpace,
  Matrix4,
  NearestFilter,
  RGBAFormat,
  Scene as Group,
  UnsignedByteType,
  Vector3,
  WebGLRenderer,
  WebGLRenderTarget,
  type Object3D,
  PerspectiveCamera,
  type Texture,
  type TextureDataType,
} from 'three';
import { pointsOf } from '../../core/bonds';
import { clockIn } from '../../core/scene/clock';
import { withDrives } from '../../core/scene/drives';
import { isMoving, thingAt } from '../../core/scene/moved';
import { looks } from '../../core/looks';
import type { TriangleMesh } from '../../core/meshes/mesh';
import { motionOf } from '../../core/places/motion';
import { movedCarriers } from '../../core/step/courses';
import type { Assets } from '../../core/scene/assets';
import { momentsOf, onDisc, openingOf, type Lens } from '../../core/camera/lens';
import type { Emitter, Scene } from '../../core/scene/document';
import { resourcesOf } from '../../core/scene/resources';
import { shapes } from '../../core/shapes';
import type { Resources } from '../../core/shapes/shape';
import type { Frame } from '../../engine/frame';
import { Glow } from './glow';
import { BodyLayer } from './body-layer';
import type { Layer } from './layer';
import { ParticleLayer } from './particle-layer';
import { addFragment, finishFragment } from './particle-shader';
import { linearColour } from './ramp';
import { screenPass } from './screen-pass';
import { ALPHA, SCREEN, type Pixels, type Shot } from './taking';

/**
 * Draws frames to a canvas, in linear light. The same for the view, the pictures of scenes and the files: what is seen
 * is what is written.
 */
export class Picture {
  readonly renderer: WebGLRenderer;
  private readonly group = new Group();
  private readonly layers: { layer: Layer; body: boolean; points: number; mesh: TriangleMesh | undefined }[] = [];
  private readonly light: WebGLRenderTarget;
  private readonly sum: WebGLRenderTarget;
  private back: WebGLRenderTarget | undefined;
  private readonly adder = screenPass(addFragment, { picture: { value: null as Texture | null }, weight: { value: 1 } }, true);
  private readonly finisher = screenPass(
    finishFragment,
    {
      picture: { value: null as Texture | null },
      background: { value: new Color() },
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
  private readonly eye = new PerspectiveCamera();
  /** Moments of the shutter, for as many samples as the last picture had. */
  private moments: readonly number[] = [];
  private readonly whole = new Matrix4();
  private sizes = 1;
  private scene: Scene | undefined;
  private assets: Assets = new Map();
  private width = 1;
  private height = 1;

  constructor(canvas: HTMLCanvasElement | OffscreenCanvas) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: false, preserveDrawingBuffer: true });
    this.renderer.autoClear = false;
    this.renderer.outputColorSpace = LinearSRGBColorSpace;
    this.renderer.setPixelRatio(1);
    const target = (type: TextureDataType) =>
      new WebGLRenderTarget(1, 1, {
        type,
        format: RGBAFormat,
        depthBuffer: false,
        minFilter: NearestFilter,
        magFilter: NearestFilter,
      });
    this.light = target(HalfFloatType);
    // Many samples add up without loss where the graphics can.
    this.sum = target(this.renderer.extensions.has('EXT_float_blend') ? FloatType : HalfFloatType);
  }

  /** Size of the picture in pixels. */
  setSize(width: number, height: number): void {
    if (width === this.width && height === this.height) return;
    this.width = width;
    this.height = height;
    this.renderer.setSize(width, height, false);
    this.light.setSize(width, height);
    this.sum.setSize(width, height);
  }

  /** Takes the looks of a scene. */
  setScene(document: Scene, assets: Assets): void {
    const scene = withDrives(document);
    const resources = resourcesOf(scene, assets);
    scene.emitters.forEach((emitter, e) => {
      const layer = this.layerOf(e, emitter, resources);
      layer.setLook(emitter.look);
      layer.setZones(scene.zones);
    });
    for (const { layer } of this.layers.splice(scene.emitters.length)) this.drop(layer);
    this.scene = scene;
    this.assets = assets;
  }

  /** The layer of an emitter; another one where what it draws is of another sort. */
  private layerOf(e: number, emitter: Emitter, resources: Resources): Layer {
    const { draws } = looks.get(emitter.look.kind);
    const body = draws !== undefined && draws === emitter.bond.kind;
    const points = body ? pointsOf(emitter, resources) : 1;
    const mesh = draws === 'net' && body ? shapes.get(emitter.shape.kind).surface?.(emitter.shape, resources) : undefined;
    const known = this.layers[e];
    if (known && known.body === body && known.points === points && known.mesh === mesh) return known.layer;
    if (known) this.drop(known.layer);
    const layer = body ? new BodyLayer({ points, mesh }) : new ParticleLayer();
    layer.object.renderOrder = e;
    this.layers[e] = { layer, body, points, mesh };
    this.group.add(layer.object);
    return layer;
  }

  private drop(layer: Layer): void {
    this.group.remove(layer.object);
    layer.dispose();
  }

  /** Takes the particles of a frame; one of another state of the scene, with other emitters, is passed over. */
  setFrame(frame: Frame): void {
    if (frame.emitters.length !== this.layers.length) return;
    const enlarge = this.scene?.work.enlarge ?? true;
    const at = this.scene ? clockIn(this.scene).at(frame.frame) : frame.frame;
    this.scene?.emitters.forEach(
      (emitter, e) =>
        isMoving(emitter, ['shape', 'masks', 'amounts', 'birth', 'bond']) && this.layers[e]!.layer.setLook(thingAt(emitter, at).look),
    );
    frame.emitters.forEach((emitter, e) => this.layers[e]!.layer.setParticles(emitter, frame.share, enlarge));
    if (this.scene) this.placeWhole(this.scene, at);
  }

  /** How the finished result is moved, turned and sized, at the frame that is drawn. */
  get wholeMatrix(): Matrix4 {
    return this.whole;
  }

  /** Draws the particles to the canvas, over a backdrop where there is one. */
  draw(shot: Shot, backdrop?: Object3D): void {
    const behind = backdrop ? this.drawBackdrop(backdrop, shot) : null;
    for (let s = 0; s < shot.samples; s++) this.addSample(shot, s);
    this.finish(shot, shot.samples, SCREEN, null, behind);
  }

  /** Draws one sample more of a picture, and shows what it has come to: sharper from sample to sample. */
  drawOn(shot: Shot, sample: number, backdrop?: Object3D): void {
    const behind = backdrop ? this.drawBackdrop(backdrop, shot) : null;
    this.addSample(shot, sample);
    this.finish(shot, sample + 1, SCREEN, null, behind);
  }

  private placeWhole(scene: Scene, frame: number): void {
    // Exactly, as it is written to files: few results stand on a carrier.
    const carriers = scene.whole.place.carrier === '' ? scene.carriers : movedCarriers(scene, this.assets);
    const { position, rotation: r, scale } = motionOf(carriers, scene.whole).at(frame);
    const [a, b, c, d, e, f, g, h, i] = r.map((n) => n * scale) as [number, number, number, number, number, number, number, number, number];
    this.whole.set(a, b, c, position[0], d, e, f, position[1], g, h, i, position[2], 0, 0, 0, 1);
    this.sizes = scene.whole.sizes ? scale : 1;
  }

  /** Surfaces that are only there to work by, in linear light with their own depth. */
  private drawBackdrop(backdrop: Object3D, { camera, background }: Shot): Texture {
    this.back ??= new WebGLRenderTarget(this.width, this.height, {
      type: HalfFloatType,
      format: RGBAFormat,
      depthBuffer: true,
      samples: 4,
    });
    this.back.setSize(this.width, this.height);
    const { renderer } = this;
    renderer.setRenderTarget(this.back);
    renderer.setClearColor(new Color().setRGB(...linearColour(background)), 1);
    renderer.clear();
    renderer.render(backdrop, camera);
    return this.back.texture;
  }

  /** Draws the particles and reads them back, rows from the top: bytes, or exactly as 32-bit floats. */
  read(shot: Shot, pixels: Pixels): Uint8Array<ArrayBuffer> | Float32Array<ArrayBuffer> {
    const { width, height } = this;
    for (let s = 0; s < shot.samples; s++) this.addSample(shot, s);
    const type = pixels.exact ? FloatType : UnsignedByteType;
    const target = new WebGLRenderTarget(width, height, { type, format: RGBAFormat, depthBuffer: false });
    this.finish(shot, shot.samples, pixels, target);
    const bottomUp = pixels.exact ? new Float32Array(width * height * 4) : new Uint8Array(width * height * 4);
    this.renderer.readRenderTargetPixels(target, 0, 0, width, height, bottomUp);
    this.renderer.setRenderTarget(null);
    target.dispose();
    const rows = pixels.exact ? new Float32Array(bottomUp.length) : new Uint8Array(bottomUp.length);
    const row = width * 4;
    for (let y = 0; y < height; y++) rows.set(bottomUp.subarray((height - 1 - y) * row, (height - y) * row), y * row);
    return rows;
  }

  /** Shows on the canvas what has just been read. */
  show(shot: Shot): void {
    this.finish(shot, shot.samples, SCREEN, null);
  }

  dispose(): void {
    for (const { layer } of this.layers) layer.dispose();
    this.light.dispose();
    this.sum.dispose();
    this.back?.dispose();
    this.glow.dispose();
    this.renderer.dispose();
    this.renderer.forceContextLoss();
  }

  /**
   * Adds the light of one sample to the sum: a moment of the shutter, and a place of the lens. Along a frame the integrator moves a particle straight by
   * v·dt: so does the blur.
   */
  private addSample({ camera, samples, open, rate = 1, lens, place }: Shot, sample: number): void {
    const { renderer } = this;
    if (this.moments.length !== samples) this.moments = momentsOf(samples);
    const back = samples > 1 ? open * this.moments[sample]! : 0;
    place?.(back);
    const eye = lens && samples > 1 ? this.throughLens(camera, lens, onDisc(sample, samples)) : camera;
    for (const { layer } of this.layers) layer.prepare(eye, this.height, back * rate, this.whole, this.sizes);
    renderer.setClearColor(0x000000, 0);
    renderer.setRenderTarget(this.light);
    renderer.clear();
    renderer.render(this.group, eye);
    if (samples === 1) return;
    renderer.setRenderTarget(this.sum);
    if (sample === 0) renderer.clear();
    this.adder.material.uniforms['picture']!.value = this.light.texture;
    this.adder.material.uniforms['weight']!.value = 1 / samples;
    renderer.render(this.adder, this.flat);
  }

  /** The camera moved to a place of its lens, sheared so that what is in focus stays where it is. */
  private throughLens(camera: PerspectiveCamera, lens: Lens, [across, up]: readonly [number, number]): PerspectiveCamera {
    const { eye } = this;
    const opening = openingOf(lens);
    const [x, y] = [across * opening, up * opening];
    eye.copy(camera, false);
    eye.position.add(new Vector3(x, y, 0).applyQuaternion(camera.quaternion));
    eye.updateMatrixWorld();
    const shear = new Matrix4().set(1, 0, -x / lens.focus, 0, 0, 1, -y / lens.focus, 0, 0, 0, 1, 0, 0, 0, 0, 1);
    eye.projectionMatrix.copy(camera.projectionMatrix).multiply(shear);
    eye.projectionMatrixInverse.copy(eye.projectionMatrix).invert();
    return eye;
  }

  /** Makes the picture of the light of so many samples. */
  private finish(
    shot: Shot,
    samples: number,
    { alpha, linear }: Pixels,
    target: WebGLRenderTarget | null,
    behind: Texture | null = null,
  ): void {
    const { uniforms } = this.finisher.material;
    const source = shot.samples > 1 ? this.sum : this.light;
    const gain = shot.samples / samples;
    const glow = shot.glow && { from: shot.glow.from / gain, sigma: shot.glow.radius * this.height };
    uniforms['glow']!.value = glow ? this.glow.render(this.renderer, source.texture, this.width, this.height, glow) : null;
    uniforms['glowAmount']!.value = shot.glow?.amount ?? 0;
    uniforms['gain']!.value = gain;
    uniforms['exposure']!.value = shot.exposure;
    uniforms['white']!.value = shot.white;
    uniforms['picture']!.value = source.texture;
    uniforms['background']!.value.setRGB(...linearColour(shot.background));
    uniforms['alpha']!.value = ALPHA.indexOf(alpha);
    uniforms['linear']!.value = linear;
    uniforms['backdrop']!.value = behind;
    uniforms['hasBackdrop']!.value = behind !== null;
    this.renderer.setRenderTarget(target);
    this.renderer.render(this.finisher, this.flat);
  }
}
