import { Vector3, type PerspectiveCamera } from 'three';
import type { Lens } from '../../../core/lib/camera/lens';
import type { Light, Output, Scene } from '../../../core/document/scene';

/** What is made of the light of a picture. */
export interface Finish {
  readonly background: string;
  readonly behind: Exclude<Output['backdrop'], 'sequence'>;
  readonly top: string;
  /** Content hash of the image that is behind. */
  readonly plate: string;
  /** What all light is multiplied by. */
  readonly exposure: number;
  /** The light that a soft shoulder brings down to white; 0 where what is too bright is white. */
  readonly white: number;
  /** Undefined where nothing glows. */
  readonly glow: { readonly amount: number; readonly from: number; readonly radius: number } | undefined;
}

/** What is made of the light, as the output of a scene says, before an image of that hash. */
export function finishOf(
  {
    background,
    backdrop: behind,
    topColour: top,
    exposure,
    tone,
    whitePoint: white,
    glow,
    glowThreshold,
    glowRadius,
  }: Output,
  plate: string,
): Finish {
  return {
    background,
    behind: behind === 'image-sequence' ? 'image' : behind,
    top,
    plate,
    exposure: 2 ** exposure,
    white: tone === 'soft' ? white : 0,
    glow: glow > 0 ? { amount: glow / 100, from: glowThreshold, radius: glowRadius / 100 } : undefined,
  };
}

/** What is read of a picture. */
export interface Pixels {
  /** What stands for what is behind: the background; or alpha, straight or multiplied in. */
  readonly alpha: 'none' | 'straight' | 'premultiplied';
  /** Linear light, without tone curve; else sRGB-coded. */
  readonly linear: boolean;
  /** As 32-bit floats; else as bytes. */
  readonly exact: boolean;
}

export const ALPHA: readonly Pixels['alpha'][] = ['none', 'straight', 'premultiplied'];
/** What can be behind, in the order of the shader. */
export const BACKDROPS: readonly Finish['behind'][] = ['colour', 'gradient', 'image'];
export const SCREEN: Pixels = { alpha: 'none', linear: false, exact: false };

/** How a picture is taken. */
export interface Shot extends Finish {
  readonly camera: PerspectiveCamera;
  /** Pictures that are averaged for motion blur and depth of field. */
  readonly samples: number;
  /** Seconds of the shot that the shutter is open, up to the moment of the frame. */
  readonly open: number;
  /** Seconds of the scene’s time in one of the shot; 1 where it is left out. */
  readonly rate?: number;
  /** Undefined where all is sharp. */
  readonly lens?: Lens | undefined;
  /**
   * Where the frame of the shot lies in the picture, as [left, bottom, width, height] in shares; all of it where left
   * out.
   */
  readonly frame?: readonly [number, number, number, number];
  /** How meshes are lit, and the fog. */
  readonly light: Light;
  /** Multiplies all sizes. */
  readonly sizes: number;
  /** Brings a camera that moves to where it was so many seconds before the frame. */
  readonly place?: (back: number) => void;
}

/** Points a three.js camera as the scene's shot camera, for a picture of that shape. */
export function placeShotCamera(camera: PerspectiveCamera, scene: Scene, aspect: number): void {
  camera.fov = scene.camera.angle;
  camera.aspect = aspect;
  camera.far = 2000;
  camera.position.set(...scene.camera.position);
  camera.up.set(0, 1, 0);
  const target = new Vector3(...scene.camera.target);
  if (target.equals(camera.position)) target.z -= 1;
  camera.lookAt(target);
  if (scene.camera.projection === 'flat') makeFlat(camera, scene.camera.height);
  else {
    camera.near = NEAR;
    camera.updateProjectionMatrix();
  }
  camera.updateMatrixWorld();
}

const NEAR = 0.01;
/** A flat camera sees so far, behind it as well as before it: its place only says where its middle is. */
const FLAT_REACH = 1000;

/** Lets a camera see so many metres from top to bottom, near or far. */
export function makeFlat(camera: PerspectiveCamera, height: number): void {
  const [half, wide] = [height / 2, (height / 2) * camera.aspect];
  camera.near = -FLAT_REACH;
  camera.far = FLAT_REACH;
  camera.projectionMatrix.makeOrthographic(-wide, wide, half, -half, camera.near, camera.far);
  camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
}
