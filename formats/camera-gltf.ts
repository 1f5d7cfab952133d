import { Matrix4, Quaternion, Vector3 } from 'three';
import { inWorld } from '../core/document/camera/shot';
import { type Vector, mapVector } from '../core/lib/math/vector';
import type { Key } from '../core/document/keys/keys';
import { clockIn } from '../core/scene/scene-clock';
import type { Carrier, Scene, ShotCamera } from '../core/document/scene';
import { automated } from '../core/scene/automated';
import { thingAt } from '../core/document/keys/thing-at';
import { packGlb } from './glb';
import { checkGltf } from './gltf-check';
import { inOwnWords, refusedFile } from './scene-faults';

const FLOAT = 5126;

/** The turn of a camera that looks from a place at another, Y up: it sees along its own −Z. */
function turnOf(position: Vector, target: Vector): Quaternion {
  return new Quaternion().setFromRotationMatrix(
    new Matrix4().lookAt(new Vector3(...position), new Vector3(...target), new Vector3(0, 1, 0)),
  );
}

/** The camera of the shot on a frame, in the world. */
function cameraOn(scene: Scene, carriers: readonly Carrier[], frame: number): ShotCamera {
  const moved = automated(scene);
  return inWorld(thingAt(moved.camera, frame), carriers, clockIn(scene).at(frame));
}

/**
 * The shot camera as binary glTF 2.0 (Khronos Group): one node with a camera, and its place and turn on every frame of
 * the shot, a frame 1/fps seconds. glTF can’t animate how much a camera sees: it is that of the first frame. `carriers`
 * are as they move.
 */
export function cameraGlb(scene: Scene, carriers: readonly Carrier[]): Uint8Array<ArrayBuffer> {
  const { first, last, fps } = scene.time;
  const frames = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const cameras = frames.map((frame) => cameraOn(scene, carriers, frame));
  const times = Float32Array.from(frames, (frame) => (frame - first) / fps);
  const places = Float32Array.from(cameras.flatMap(({ position }) => [...position]));
  let before = new Quaternion();
  const turns = Float32Array.from(
    cameras.flatMap(({ position, target }) => {
      const turn = turnOf(position, target);
      // The nearer of the two that mean the same, so that nothing turns the long way round between frames.
      if (turn.dot(before) < 0) turn.set(-turn.x, -turn.y, -turn.z, -turn.w);
      before = turn;
      return turn.toArray();
    }),
  );
  const arrays = [times, places, turns];
  const views = arrays.map(({ byteLength }, i) => ({
    buffer: 0,
    byteOffset: arrays.slice(0, i).reduce((sum, array) => sum + array.byteLength, 0),
    byteLength,
  }));
  const { angle, projection, height } = cameras[0]!;
  const aspectRatio = scene.output.width / scene.output.height;
  const lens =
    projection === 'flat'
      ? {
          type: 'orthographic',
          orthographic: { xmag: (height / 2) * aspectRatio, ymag: height / 2, znear: 0, zfar: 2000 },
        }
      : { type: 'perspective', perspective: { yfov: (angle * Math.PI) / 180, aspectRatio, znear: 0.01, zfar: 2000 } };
  const [position, turn] = [cameras[0]!.position, [...turns.subarray(0, 4)]];
  const document = {
    asset: { version: '2.0', generator: 'Bathyclast' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ name: 'Shot camera', camera: 0, translation: position, rotation: turn }],
    cameras: [{ name: 'Shot camera', ...lens }],
    animations: [
      {
        name: scene.name,
        samplers: [
          { input: 0, output: 1, interpolation: 'LINEAR' },
          { input: 0, output: 2, interpolation: 'LINEAR' },
        ],
        channels: [
          { sampler: 0, target: { node: 0, path: 'translation' } },
          { sampler: 1, target: { node: 0, path: 'rotation' } },
        ],
      },
    ],
    accessors: [
      {
        bufferView: 0,
        componentType: FLOAT,
        count: frames.length,
        type: 'SCALAR',
        min: [times[0]],
        max: [times.at(-1)],
      },
      { bufferView: 1, componentType: FLOAT, count: frames.length, type: 'VEC3' },
      { bufferView: 2, componentType: FLOAT, count: frames.length, type: 'VEC4' },
    ],
    bufferViews: views,
    buffers: [{ byteLength: arrays.reduce((sum, { byteLength }) => sum + byteLength, 0) }],
  };
  return packGlb(
    document,
    arrays.map((array) => new Uint8Array(array.buffer)),
  );
}

/** A camera that was read: what it sees, and where it is on the frames of the shot. */
export interface ReadCamera {
  readonly name: string;
  readonly sees: Partial<Pick<ShotCamera, 'angle' | 'projection' | 'height'>>;
  readonly position: readonly Key<Vector>[];
  readonly target: readonly Key<Vector>[];
}

const rounded = (v: Vector3): Vector => mapVector(v.toArray(), (n) => Math.round(n * 1e5) / 1e5);

/**
 * The first camera of a glTF file, .gltf with its numbers inside or .glb, on every frame of a shot: its target lies
 * `away` metres before it. Where it stands still there is one key of each. Throws a sentence where there is none.
 */
export async function readCameraGltf(
  bytes: ArrayBuffer,
  name: string,
  { first, last, fps }: Scene['time'],
  away: number,
): Promise<ReadCamera> {
  const [{ GLTFLoader }, { AnimationMixer, OrthographicCamera, PerspectiveCamera }] = await Promise.all([
    import('three/addons/loaders/GLTFLoader.js'),
    import('three'),
  ]);
  checkGltf(bytes, name);
  const gltf = await inOwnWords(name, 'glTF', () => new GLTFLoader().parseAsync(bytes, ''));
  const [camera] = gltf.cameras;
  if (!camera) throw refusedFile(`“${name}” has no camera. Choose a glTF file (.gltf, .glb) with one.`);
  const mixer = new AnimationMixer(gltf.scene);
  for (const clip of gltf.animations) mixer.clipAction(clip).play();
  const long = Math.max(0, ...gltf.animations.map(({ duration }) => duration));
  const position: Key<Vector>[] = [];
  const target: Key<Vector>[] = [];
  for (let frame = first; frame <= last; frame++) {
    // A clip that has come to its end would start over: the last frame is a little before it.
    if (long > 0) mixer.setTime(Math.min((frame - first) / fps, long * (1 - 1e-6)));
    gltf.scene.updateMatrixWorld(true);
    const at = new Vector3().setFromMatrixPosition(camera.matrixWorld);
    const sight = new Vector3(0, 0, -1).transformDirection(camera.matrixWorld);
    position.push({ frame, value: rounded(at), ease: 'linear' });
    target.push({ frame, value: rounded(at.clone().addScaledVector(sight, away)), ease: 'linear' });
    if (long === 0) break;
  }
  const sees =
    camera instanceof PerspectiveCamera
      ? { projection: 'perspective' as const, angle: Math.min(150, Math.max(1, Number(camera.fov.toPrecision(7)))) }
      : camera instanceof OrthographicCamera
        ? { projection: 'flat' as const, height: camera.top - camera.bottom }
        : {};
  return { name: camera.name || name, sees, position, target };
}
