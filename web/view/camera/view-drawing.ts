import type { PerspectiveCamera, Vector3, WebGLRenderTarget } from 'three';
import { aliveOn, type Frame } from '../../../engine/frame';
import { runningScene } from '../../state/running-scene';
import { useSelection } from '../../state/selection-store';
import { usePlayer } from '../../state/player-store';
import { DirectionLayer } from '../layers/direction-layer';
import { Guides } from '../layers/guides';
import { SliceLayer } from '../layers/slice';
import { putAt } from '../layers/matrix';
import { Surfaces } from '../layers/surfaces';
import { Picture, type Gathered } from '../picture';
import { sinceHand } from './hand';
import { DrawingPace, REST } from './pace';
import { workShotAt } from './shot';
import type { Shot } from './taking';

/** Milliseconds after a press within which a slow picture is not drawn. */
const ANSWER = 90;

/** The free view, as far as its drawing asks for it. */
interface Eye {
  readonly camera: PerspectiveCamera;
  /** Direction of sight through the middle of the view, in the scene. */
  readonly sight: Vector3;
  /** Where the frame of the shot lies in the picture while the view looks through the shot camera. */
  readonly shotFrame: Shot['frame'] | undefined;
  readonly through: boolean;
  /** Brings the projection of the camera up to date. */
  reproject(): void;
}

/**
 * Draws the view: the particles by their looks, and over them what is only there to work by. Where the
 * graphics can’t keep up, pictures that follow one another are coarse, and none is drawn while a hand waits for its answer.
 */
export class ViewDrawing {
  readonly picture: Picture;
  readonly guides = new Guides();
  readonly surfaces = new Surfaces();
  readonly slice = new SliceLayer();
  readonly directions = new DirectionLayer();
  private readonly pace = new DrawingPace();
  private requested = 0;
  /** The picture that was drawn last is on its way to the screen. */
  private landing: ReturnType<typeof setTimeout> | undefined;
  private resting: ReturnType<typeof setTimeout> | undefined;
  /** The frame that is drawn, as it was given, and with which part of its particles it is drawn; 0 where it is not yet. */
  private frame: readonly [frame: Frame, known: (frame: number) => Frame | undefined] | undefined;
  private part = 0;
  private shownPart: number | undefined;
  private refined = false;
  /** The next sample of the picture, where it is refined. */
  private sample = 0;
  private readonly drawn = new Set<() => void>();

  constructor(
    canvas: HTMLCanvasElement,
    private readonly eye: Eye,
  ) {
    this.picture = new Picture(canvas);
  }

  /** Calls the listener after each drawing; returns how to stop. */
  onDrawn(listener: () => void): () => void {
    this.drawn.add(listener);
    return () => this.drawn.delete(listener);
  }

  /** Draws soon, once however often it is asked. */
  request(): void {
    this.sample = 0;
    this.requestMore();
  }

  /** Takes the particles of a frame that is drawn next, and a way to get at others of the same run. */
  setFrame(frame: Frame, known: (frame: number) => Frame | undefined): void {
    this.frame = [frame, known];
    this.part = 0;
    this.sample = 0;
    this.requestMore();
  }

  /** Whether a picture is still on its way to the screen: the last one, or a slow one that has not been drawn yet. */
  get isBusy(): boolean {
    return this.landing !== undefined || (this.pace.isSlow && this.part === 0 && this.frame !== undefined);
  }

  /** Part of the particles that the coarse picture on the screen shows; undefined where it is drawn in full. */
  get coarsePart(): number | undefined {
    return this.shownPart;
  }

  /** Whether the view becomes as sharp in time and depth as the file, sample by sample, while nothing moves. */
  get isRefined(): boolean {
    return this.refined;
  }

  setRefined(refined: boolean): void {
    this.refined = refined;
    this.request();
  }

  /** Draws in full and in one go, so that the canvas can be read. */
  drawNow(): void {
    this.takeFrame(1);
    this.picture.setCoarse(false);
    this.shownPart = undefined;
    this.present(this.compose());
  }

  dispose(): void {
    cancelAnimationFrame(this.requested);
    clearTimeout(this.resting);
    clearTimeout(this.landing);
    this.guides.clear();
    this.surfaces.clear();
    this.slice.dispose();
    this.directions.dispose();
    this.picture.dispose();
  }

  private requestMore(): void {
    this.requested ||= requestAnimationFrame(() => {
      this.requested = 0;
      this.draw();
    });
  }

  /** Takes the frame with a part of its particles, unless it is drawn so already. */
  private takeFrame(part: number): void {
    if (this.frame && part !== this.part) this.picture.setFrame(...this.frame, part);
    this.part = part;
  }

  private draw(): void {
    clearTimeout(this.resting);
    const now = performance.now();
    const { playing } = usePlayer.getState();
    // The answer to a hand comes first, where a picture would keep it waiting.
    const wait = this.pace.isSlow ? ANSWER - sinceHand(now) : 0;
    if (wait > 0) {
      this.resting = setTimeout(() => this.requestMore(), wait);
      return;
    }
    const coarse = !this.refined && this.pace.isCoarse(now, playing);
    this.takeFrame(coarse && this.frame ? this.pace.partOf(aliveOn(this.frame[0])) : 1);
    this.picture.setCoarse(coarse);
    this.shownPart = coarse ? this.part : undefined;
    const { shaders } = this.picture;
    this.present(this.compose());
    // Behind this task the browser has taken the picture, and has waited for it where the graphics are slow.
    clearTimeout(this.landing);
    this.landing = setTimeout(() => {
      this.landing = undefined;
      const after = performance.now();
      this.pace.took(after - now, after, coarse, this.picture.shaders !== shaders);
      if (coarse) this.resting = setTimeout(() => this.request(), REST);
    });
  }

  /** Gathers the light of the picture as it is to be seen now. */
  private gather(): Gathered {
    const { eye, picture } = this;
    eye.reproject();
    eye.camera.updateMatrixWorld();
    const { shown, frame, playing } = usePlayer.getState();
    const scene = runningScene();
    const inFile = this.refined && !playing;
    const shot: Shot = {
      ...workShotAt(scene, shown ?? frame, 1),
      camera: eye.camera,
      ...(eye.shotFrame && { frame: eye.shotFrame }),
    };
    picture.showEmitters((e) => (inFile ? scene.emitters[e]!.rendered : scene.emitters[e]!.drawn));
    // The mesh of a selected emitter is shown by what its masks do on it.
    const { selection } = useSelection.getState();
    const worked = selection.type === 'emitter' ? scene.emitters.find(({ id }) => id === selection.id) : undefined;
    const mesh = worked?.shape['mesh'];
    picture.leaveOut(!inFile && typeof mesh === 'string' ? mesh : undefined);
    const backdrop = this.surfaces.placed(picture.wholeMatrix);
    if (!inFile) return picture.drawLight({ ...shot, samples: 1 }, 0, 1, backdrop);
    const sample = this.sample++;
    if (this.sample < shot.samples) this.requestMore();
    return picture.drawLight(eye.through ? shot : { ...shot, lens: undefined }, sample, sample + 1, backdrop);
  }

  /** Draws the picture beside the canvas, and over it what is only there to work by. */
  private compose(): WebGLRenderTarget {
    const { picture, eye } = this;
    const { group, fixed } = this.guides;
    const finished = picture.finishAside(this.gather());
    for (const moved of [group, this.slice.group, this.directions.group]) putAt(moved, picture.wholeMatrix);
    for (const layer of [this.slice, this.directions]) layer.aim(eye.sight.toArray());
    for (const over of [fixed, this.slice.group, this.directions.group, group])
      picture.renderer.render(over, eye.camera);
    return finished;
  }

  private present(finished: WebGLRenderTarget): void {
    this.picture.putOnCanvas(finished);
    for (const listener of this.drawn) listener();
  }
}
