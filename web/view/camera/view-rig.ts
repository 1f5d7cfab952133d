import { type Box3, PerspectiveCamera, Sphere, Vector3 } from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import { type Vector, mapVector } from '../../../core/lib/math/vector';
import type { Scene } from '../../../core/document/scene';
import { automated } from '../../../core/scene/automated';
import { isMoving } from '../../../core/document/keys/thing-at';
import { sceneNow } from '../../simulation/motions';
import { openedScene } from '../../state/scene-store';
import { makeFlat } from './taking';
import { ViewDrawing } from './view-drawing';
import { selectionBounds } from '../handles/selection-bounds';
import type { Picture } from '../picture';

/** A point of the canvas in CSS pixels; undefined behind the eye. */
export type Projected = { readonly x: number; readonly y: number } | undefined;

/** Ready-made directions to look from. */
export type Side = 'front' | 'side' | 'top';
const SIDES: Record<Side, Vector> = { front: [0, 0, 1], side: [1, 0, 0], top: [0, 1, 0.0001] };

/** Share of the canvas that the shot's frame takes when looking through its camera. */
export const FRAME_SHARE = 0.9;
/** Vertical angle by which a flat view’s distance tells how much it sees, degrees. */
const FLAT_ANGLE = 35;

/** The free view: its camera, how it is moved, and what it draws. */
export class ViewRig {
  readonly camera = new PerspectiveCamera(35, 1, 0.01, 2000);
  readonly drawing: ViewDrawing;
  readonly controls: OrbitControls;
  private ratio = 1;
  private width = 1;
  private height = 1;
  /** The view shows far things as large as near ones. */
  flat = false;
  /** True while the view looks through the shot camera, and nobody has moved it since. */
  through = false;
  private followed: Scene['camera'] | undefined;
  private readonly lostTo = new Set<(lost: boolean) => void>();

  constructor(private readonly canvas: HTMLCanvasElement) {
    this.drawing = new ViewDrawing(canvas, this);
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.enableDamping = false;
    this.controls.addEventListener('change', () => this.request());
    this.controls.addEventListener('start', () => (this.through = false));
    canvas.addEventListener('webglcontextlost', () => this.tellLost(true));
    canvas.addEventListener('webglcontextrestored', () => {
      this.tellLost(false);
      this.request();
    });
  }

  /** Calls the listener when the graphics are taken away, and when they have come back; returns how to stop. */
  onLost(listener: (lost: boolean) => void): () => void {
    this.lostTo.add(listener);
    return () => this.lostTo.delete(listener);
  }

  private tellLost(lost: boolean): void {
    for (const listener of this.lostTo) listener(lost);
  }

  get picture(): Picture {
    return this.drawing.picture;
  }

  /** Draws soon, once however often it is asked. */
  request(): void {
    this.drawing.request();
  }

  resize(width: number, height: number): void {
    this.width = width;
    this.height = height;
    this.ratio = Math.min(2, window.devicePixelRatio);
    this.picture.setSize(Math.max(1, Math.round(width * this.ratio)), Math.max(1, Math.round(height * this.ratio)));
    this.camera.aspect = width / Math.max(1, height);
    this.reproject();
    this.request();
  }

  /**
   * Looks through the shot camera as it is on a frame, with a margin round its frame; and goes along with it until the
   * view is moved.
   */
  lookThroughShot(scene: Scene, frame: number): void {
    const { camera, output } = sceneNow(scene, frame);
    const shape = output.width / output.height / this.camera.aspect;
    this.flat = camera.projection === 'flat';
    const half = Math.tan(((this.flat ? FLAT_ANGLE : camera.angle) * Math.PI) / 360) * Math.max(1, shape);
    this.camera.fov = (Math.atan(half / FRAME_SHARE) * 360) / Math.PI;
    this.camera.position.set(...camera.position);
    this.controls.target.set(...camera.target);
    if (this.flat) {
      // How far away it is shows nothing but how much it sees, as for the hand that moves it.
      const { position } = this.camera;
      const sight = position.clone().sub(this.controls.target);
      if (sight.lengthSq() === 0) sight.set(0, 0, 1);
      position
        .copy(this.controls.target)
        .add(sight.setLength(camera.height / 2 / Math.tan((FLAT_ANGLE * Math.PI) / 360)));
    }
    this.settle();
    this.through = true;
  }

  /** Goes along with a shot camera that moves or has been changed, where the view looks through it. */
  followShot(scene: Scene, frame: number): void {
    const { camera } = automated(scene);
    if (this.through && (camera !== this.followed || isMoving(camera))) this.lookThroughShot(scene, frame);
    this.followed = camera;
  }

  /** The free view as a shot camera: its frame is what lies within the margin. */
  asShot(): Pick<Scene['camera'], 'position' | 'target'> & ({ readonly angle: number } | { readonly height: number }) {
    const rounded = (v: Vector3): Vector => mapVector([v.x, v.y, v.z], (n) => Math.round(n * 1000) / 1000);
    const { output } = openedScene();
    const shape = output.width / output.height / this.camera.aspect;
    const half = (Math.tan((this.camera.fov * Math.PI) / 360) * FRAME_SHARE) / Math.max(1, shape);
    const stands = { position: rounded(this.camera.position), target: rounded(this.controls.target) };
    if (this.flat) {
      const distance = this.camera.position.distanceTo(this.controls.target);
      return { ...stands, height: Math.round(2 * half * distance * 1000) / 1000 };
    }
    return {
      ...stands,
      angle: Math.round((Math.atan(half) * 3600) / Math.PI) / 10,
    };
  }

  /**
   * Where the frame of the shot lies in the picture while one looks through its camera, as [left, bottom, width,
   * height] in shares.
   */
  get shotFrame(): readonly [number, number, number, number] | undefined {
    if (!this.through) return undefined;
    const { output } = openedScene();
    const shape = output.width / output.height / this.camera.aspect;
    const high = FRAME_SHARE / Math.max(1, shape);
    return [(1 - high * shape) / 2, (1 - high) / 2, high * shape, high];
  }

  lookFrom(side: Side): void {
    const distance = this.camera.position.distanceTo(this.controls.target);
    this.camera.position.copy(this.controls.target).addScaledVector(new Vector3(...SIDES[side]), distance);
    this.settle();
  }

  /** Brings a box into the view, keeping the direction of sight. */
  frame(box: Box3): void {
    if (box.isEmpty()) return;
    const { center, radius } = box.applyMatrix4(this.picture.wholeMatrix).getBoundingSphere(new Sphere());
    const half = Math.min(1, this.camera.aspect) * Math.tan((this.camera.fov * Math.PI) / 360);
    const sight = this.camera.position.clone().sub(this.controls.target).normalize();
    this.controls.target.copy(center);
    this.camera.position.copy(center).addScaledVector(sight, (1.15 * Math.max(0.2, radius)) / half);
    this.settle();
  }

  frameAll(): void {
    this.frame(selectionBounds({ type: 'scene' }));
  }

  /** Orbits by radians. */
  orbit(right: number, up: number): void {
    const offset = this.camera.position.clone().sub(this.controls.target);
    offset.applyAxisAngle(new Vector3(0, 1, 0), right);
    const across = new Vector3(1, 0, 0).applyQuaternion(this.camera.quaternion);
    const tilted = offset.clone().applyAxisAngle(across, -up);
    if (Math.abs(tilted.clone().normalize().y) < 0.999) offset.copy(tilted);
    this.camera.position.copy(this.controls.target).add(offset);
    this.settle();
  }

  /** Moves the view sideways, as a share of its height. */
  pan(right: number, up: number): void {
    const scale =
      2 * Math.tan((this.camera.fov * Math.PI) / 360) * this.camera.position.distanceTo(this.controls.target);
    const move = new Vector3(right * scale, up * scale, 0).applyQuaternion(this.camera.quaternion);
    this.camera.position.add(move);
    this.controls.target.add(move);
    this.settle();
  }

  /** Moves nearer (below 1) or away. */
  dolly(factor: number): void {
    this.camera.position.sub(this.controls.target).multiplyScalar(factor).add(this.controls.target);
    this.settle();
  }

  /** The view as it is, as a small picture in a data address. */
  smallPicture(width: number, height: number): string | undefined {
    this.drawing.drawNow();
    const small = document.createElement('canvas');
    [small.width, small.height] = [2 * width, 2 * height];
    const context = small.getContext('2d');
    const { width: w, height: h } = this.canvas;
    const scale = Math.min(w / width, h / height);
    const [across, down] = [width * scale, height * scale];
    context?.drawImage(this.canvas, (w - across) / 2, (h - down) / 2, across, down, 0, 0, small.width, small.height);
    return context ? small.toDataURL('image/jpeg', 0.8) : undefined;
  }

  /** Where a point of the scene is on the canvas, moved with the whole of the finished result. */
  project(point: Vector): Projected {
    const v = new Vector3(...point).applyMatrix4(this.picture.wholeMatrix).project(this.camera);
    return v.z > 1 || v.z < -1 ? undefined : { x: ((v.x + 1) / 2) * this.width, y: ((1 - v.y) / 2) * this.height };
  }

  /** The matrix that takes the scene to clip space, moved with the whole of the finished result; column by column. */
  toClip(): number[] {
    const { projectionMatrix, matrixWorldInverse } = this.camera;
    return projectionMatrix.clone().multiply(matrixWorldInverse).multiply(this.picture.wholeMatrix).toArray();
  }

  /** The eye, in the scene. */
  get eye(): Vector3 {
    return this.camera.position.clone().applyMatrix4(this.picture.wholeMatrix.clone().invert());
  }

  /** Direction of sight through the middle of the view, in the scene. */
  get sight(): Vector3 {
    return this.camera.getWorldDirection(new Vector3()).transformDirection(this.picture.wholeMatrix.clone().invert());
  }

  /** Origin and direction of sight through a point of the screen, in the scene. */
  sightThrough(clientX: number, clientY: number): { origin: Vector3; direction: Vector3 } {
    const box = this.canvas.getBoundingClientRect();
    const point = new Vector3(
      ((clientX - box.left) / box.width) * 2 - 1,
      1 - ((clientY - box.top) / box.height) * 2,
      0.5,
    );
    const back = this.picture.wholeMatrix.clone().invert();
    if (this.flat) {
      // All lines of sight are parallel: the one through that point.
      point.z = -1;
      return { origin: point.unproject(this.camera).applyMatrix4(back), direction: this.sight };
    }
    const direction = point.unproject(this.camera).sub(this.camera.position).normalize().transformDirection(back);
    return { origin: this.eye, direction };
  }

  dispose(): void {
    this.controls.dispose();
    this.drawing.dispose();
  }

  private settle(): void {
    this.through = false;
    this.controls.update();
    this.reproject();
    this.request();
  }

  /** Brings the projection up to date; that of a flat view hangs on its distance. */
  reproject(): void {
    const { camera } = this;
    if (this.flat)
      makeFlat(camera, 2 * camera.position.distanceTo(this.controls.target) * Math.tan((camera.fov * Math.PI) / 360));
    else {
      [camera.near, camera.far] = [0.01, 2000];
      camera.updateProjectionMatrix();
    }
  }
}
