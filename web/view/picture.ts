import { pageBackend } from '../simulation/page-backend';
import {
  Camera,
  FloatType,
  LinearSRGBColorSpace,
  Matrix4,
  PerspectiveCamera,
  RGBAFormat,
  UnsignedByteType,
  Vector3,
  WebGLRenderer,
  WebGLRenderTarget,
  type Object3D,
  type Texture,
} from 'three';
import { momentsOf, onDisc, openingOf, type Lens } from '../../core/lib/camera/lens';
import { motionOf } from '../../core/document/keys/motion';
import type { Assets } from '../../core/document/assets';
import { clockIn } from '../../core/scene/scene-clock';
import type { Carrier, Scene } from '../../core/document/scene';
import { automated } from '../../core/scene/automated';
import { resourcesOf } from '../../core/scene/resources';
import { hasPrecomputedPaths, movedCarriers } from '../../core/sim/step/precomputed-paths';
import type { Frame } from '../../engine/frame';
import { addFragment } from './shaders/finish-shader';
import { Finisher } from './finisher';
import { WANTED, type ViewContext, type Wanted } from './layers/layer';
import { Layers } from './layers/layers';
import { LightTargets } from './light-targets';
import { putSimilarity } from './layers/matrix';
import { screenPass } from './shaders/screen-pass';
import { SolidBodies } from './layers/solid-bodies';
import { SCREEN, type Pixels, type Shot } from './camera/taking';

/** Light of some samples of a picture, as the graphics gather it. */
export interface Gathered {
  readonly shot: Shot;
  readonly samples: number;
  readonly behind: Texture | null;
}

/**
 * Draws frames to a canvas, in linear light. The same for the view, the pictures of scenes and the files: what is seen
 * is what is written.
 */
export class Picture {
  readonly renderer: WebGLRenderer;
  private readonly layers = new Layers();
  private readonly bodies = new SolidBodies();
  private readonly targets: LightTargets;
  private readonly adder = screenPass(
    addFragment,
    { picture: { value: null as Texture | null }, weight: { value: 1 } },
    true,
  );
  private readonly finisher = new Finisher();
  private readonly flat = new Camera();
  private readonly eye = new PerspectiveCamera();
  /** Moments of the shutter, for as many samples as the last picture had. */
  private moments: readonly number[] = [];
  private readonly whole = new Matrix4();
  private wholeSizes = 1;
  /** The frame of the scene’s time that is drawn. */
  private at = 0;
  private scene: Scene | undefined;
  private assets: Assets = new Map();
  /** As they move; only where something that is drawn stands on one. */
  private carriers: readonly Carrier[] | undefined;
  private width = 1;
  private height = 1;

  constructor(canvas: HTMLCanvasElement | OffscreenCanvas) {
    this.renderer = new WebGLRenderer({ canvas, antialias: false, alpha: false, preserveDrawingBuffer: true });
    this.renderer.autoClear = false;
    this.renderer.outputColorSpace = LinearSRGBColorSpace;
    this.renderer.setPixelRatio(1);
    this.targets = new LightTargets(this.renderer);
  }

  /** Size of the picture in pixels. The canvas takes it with the next drawing, and keeps the last one until then. */
  setSize(width: number, height: number): void {
    this.width = width;
    this.height = height;
    this.targets.setSize(width, height, this.targets.coarse);
  }

  /** Draws with a sixth of the pixels and simpler bodies, or as in the file. */
  setCoarse(coarse: boolean): void {
    this.targets.setSize(this.width, this.height, coarse);
  }

  get isCoarse(): boolean {
    return this.targets.coarse;
  }

  /** How many shaders have been made. */
  get shaders(): number {
    return this.renderer.info.programs?.length ?? 0;
  }

  /** Takes the looks of a scene. */
  setScene(document: Scene, assets: Assets): void {
    const scene = automated(document);
    const resources = resourcesOf(scene, assets);
    this.layers.setScene(scene, resources);
    this.bodies.setScene(scene, resources);
    if (scene !== this.scene || assets !== this.assets) this.carriers = undefined;
    this.scene = scene;
    this.assets = assets;
  }

  /** Says which emitters are drawn, by their places in the scene. */
  showEmitters(isShown: (e: number) => boolean): void {
    this.layers.show(isShown);
  }

  /** Leaves out the surfaces of a mesh that is shown otherwise; none where it is undefined. */
  leaveOut(mesh: string | undefined): void {
    this.bodies.leaveOut(mesh);
  }

  /**
   * Takes the particles of a frame, and how to get at those of others of the same run; a frame of another state of the
   * scene, with other emitters, is passed over. A part below 1 leaves out particles at random.
   */
  setFrame(frame: Frame, known: (frame: number) => Frame | undefined = () => undefined, part = 1): void {
    const { scene } = this;
    if (!scene || frame.emitters.length !== this.layers.count) return;
    const clock = clockIn(scene);
    this.at = clock.at(frame.frame);
    const span = (this.at - clock.at(frame.frame - 1)) / scene.time.fps;
    this.layers.setFrame(scene, frame, this.at, span, known, part);
    this.placeWhole(0);
  }

  /** How the finished result is moved, turned and sized, at the frame that is drawn. */
  get wholeMatrix(): Matrix4 {
    return this.whole;
  }

  /** Draws the particles to the canvas, over a backdrop where there is one. */
  draw(shot: Shot, backdrop?: Object3D): void {
    this.show(this.drawLight(shot, 0, shot.samples, backdrop));
  }

  /** Gathers the light of some samples of a picture, and leaves the canvas as it is. */
  drawLight(shot: Shot, from: number, through: number, backdrop?: Object3D): Gathered {
    const behind = backdrop ? this.drawBackdrop(backdrop, shot) : null;
    for (let s = from; s < through; s++) this.addSample(shot, s);
    return { shot, samples: through, behind };
  }

  /** Shows on the canvas light that was gathered: sharper from sample to sample. */
  show({ shot, samples, behind }: Gathered): void {
    this.finish(shot, samples, SCREEN, null, behind);
  }

  /**
   * Finishes a picture beside the canvas, and returns the target that it is in: more may be drawn over it before it is
   * put on the canvas.
   */
  finishAside({ shot, samples, behind }: Gathered): WebGLRenderTarget {
    const { screen } = this.targets;
    this.finish(shot, samples, SCREEN, screen, behind);
    return screen;
  }

  /** Puts a picture that was finished aside on the canvas. */
  putOnCanvas(finished: WebGLRenderTarget): void {
    this.fitCanvas();
    this.renderer.setRenderTarget(null);
    this.renderer.setClearColor(0x000000, 0);
    this.renderer.clear();
    this.add(finished.texture, 1);
  }

  /** Where the whole and the solid bodies were so many frames of the scene’s time before the one that is drawn. */
  private placeWhole(back: number): void {
    const { scene } = this;
    if (!scene) return;
    const needs = scene.sceneTransform.transform.carrier !== '' || (!this.bodies.isEmpty && hasPrecomputedPaths(scene));
    // Exactly, as it is written to files; few results stand on a carrier.
    const carriers = needs ? (this.carriers ??= movedCarriers(scene, this.assets, pageBackend)) : scene.carriers;
    this.bodies.place(scene, carriers, this.at - back);
    const place = motionOf(carriers, scene.sceneTransform).at(this.at - back);
    putSimilarity(this.whole, place);
    this.wholeSizes = scene.sceneTransform.sizes ? place.scale : 1;
  }

  /** Surfaces that are only there to work by, in linear light with their own depth. */
  private drawBackdrop(backdrop: Object3D, { camera }: Shot): Texture {
    const { renderer } = this;
    const target = this.targets.backdrop;
    renderer.setRenderTarget(target);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
    renderer.render(backdrop, camera);
    return target.texture;
  }

  /** Draws the particles and reads them back, rows from the top: bytes, or exactly as 32-bit floats. */
  read(shot: Shot, pixels: Pixels): Uint8Array<ArrayBuffer> | Float32Array<ArrayBuffer> {
    for (let s = 0; s < shot.samples; s++) this.addSample(shot, s);
    const type = pixels.exact ? FloatType : UnsignedByteType;
    const target = new WebGLRenderTarget(this.width, this.height, { type, format: RGBAFormat, depthBuffer: false });
    this.finish(shot, shot.samples, pixels, target);
    return this.readBack(target, (length) => (pixels.exact ? new Float32Array(length) : new Uint8Array(length)));
  }

  /**
   * What is seen nearest at each pixel at the moment of the frame, four numbers each, rows from the top; 0 where
   * nothing is.
   */
  readNumbers(shot: Shot, wanted: Exclude<Wanted, 'light'>): Float32Array<ArrayBuffer> {
    const { renderer } = this;
    const target = new WebGLRenderTarget(this.width, this.height, {
      type: FloatType,
      format: RGBAFormat,
      depthBuffer: true,
    });
    const sight = this.contextOf(shot, shot.camera, 0, undefined);
    this.layers.setWanted(wanted);
    this.layers.prepare(sight);
    this.bodies.prepare(shot.camera, this.whole, shot.light, sight.veil, WANTED.indexOf(wanted));
    renderer.setRenderTarget(target);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
    for (const group of [this.bodies.group, this.layers.solid, this.layers.soft]) renderer.render(group, shot.camera);
    this.layers.setWanted('light');
    return this.readBack(target, (length) => new Float32Array(length));
  }

  /** The numbers of a picture, row by row from the top; its target is given back. */
  private readBack<T extends Uint8Array<ArrayBuffer> | Float32Array<ArrayBuffer>>(
    target: WebGLRenderTarget,
    make: (length: number) => T,
  ): T {
    const { width, height } = this;
    const bottomUp = make(width * height * 4);
    this.renderer.readRenderTargetPixels(target, 0, 0, width, height, bottomUp);
    this.renderer.setRenderTarget(null);
    target.dispose();
    const rows = make(bottomUp.length);
    const row = width * 4;
    for (let y = 0; y < height; y++) rows.set(bottomUp.subarray((height - 1 - y) * row, (height - y) * row), y * row);
    return rows;
  }

  /** Shows on the canvas what has just been read. */
  showRead(shot: Shot): void {
    this.finish(shot, shot.samples, SCREEN, null);
  }

  dispose(): void {
    this.layers.dispose();
    this.bodies.dispose();
    this.targets.dispose();
    this.finisher.dispose();
    this.renderer.dispose();
    this.renderer.forceContextLoss();
  }

  private contextOf(
    { light, sizes }: Shot,
    camera: PerspectiveCamera,
    back: number,
    solids: Texture | undefined,
  ): ViewContext {
    const { whole } = this;
    const { width, height, coarse } = this.targets;
    const veil = { fog: light.fog, fogColour: light.fogColour, solids };
    return { camera, width, height, coarse, back, whole, sizes: this.wholeSizes * sizes, light, veil };
  }

  /** Adds the light of one sample to the sum: a moment of the shutter, and a place of the lens. */
  private addSample(shot: Shot, sample: number): void {
    const { renderer } = this;
    const { camera, samples, open, rate = 1, lens, place } = shot;
    if (this.moments.length !== samples) this.moments = momentsOf(samples);
    const back = samples > 1 ? open * this.moments[sample]! : 0;
    place?.(back);
    if (back > 0 && this.scene) this.placeWhole(back * rate * this.scene.time.fps);
    const eye = lens && samples > 1 ? this.throughLens(camera, lens, onDisc(sample, samples)) : camera;
    const solid = this.layers.hasSolid || !this.bodies.isEmpty ? this.targets.solid : undefined;
    const sight = this.contextOf(shot, eye, back * rate, solid?.depthTexture ?? undefined);
    this.layers.prepare(sight);
    renderer.setClearColor(0x000000, 0);
    if (solid) {
      this.bodies.prepare(eye, this.whole, shot.light, sight.veil, 0);
      renderer.setRenderTarget(solid);
      renderer.clear();
      renderer.render(this.bodies.group, eye);
      renderer.render(this.layers.solid, eye);
    }
    renderer.setRenderTarget(this.targets.light);
    renderer.clear();
    if (solid) this.add(solid.texture, 1);
    renderer.render(this.layers.soft, eye);
    if (back > 0) this.placeWhole(0);
    if (samples === 1) return;
    renderer.setRenderTarget(this.targets.sum);
    if (sample === 0) renderer.clear();
    this.add(this.targets.light.texture, 1 / samples);
  }

  /** Adds a picture to what is there. */
  private add(picture: Texture, weight: number): void {
    this.adder.material.uniforms['picture']!.value = picture;
    this.adder.material.uniforms['weight']!.value = weight;
    this.renderer.render(this.adder, this.flat);
  }

  /** The camera moved to a place of its lens, sheared so that what is in focus stays where it is. */
  private throughLens(
    camera: PerspectiveCamera,
    lens: Lens,
    [across, up]: readonly [number, number],
  ): PerspectiveCamera {
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

  private fitCanvas(): void {
    const { width, height } = this.renderer.domElement;
    if (width !== this.width || height !== this.height) this.renderer.setSize(this.width, this.height, false);
  }

  /** Makes the picture of the light of so many samples. */
  private finish(
    shot: Shot,
    samples: number,
    pixels: Pixels,
    target: WebGLRenderTarget | null,
    backdrop: Texture | null = null,
  ): void {
    const { renderer } = this;
    const { width, height, coarse } = this.targets;
    const light = (shot.samples > 1 ? this.targets.sum : this.targets.light).texture;
    if (target === null) this.fitCanvas();
    this.finisher.render(
      renderer,
      { light, width, height, gain: shot.samples / samples, backdrop, coarse },
      shot,
      pixels,
      target,
    );
  }
}
