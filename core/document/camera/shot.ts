import { motionOf } from '../keys/motion';
import { outward } from '../../lib/math/similarity';
import type { Carrier, ShotCamera } from '../scene';
import { focalLength, type Lens } from '../../lib/camera/lens';

/**
 * A shot camera in the world at a frame of the scene’s time: carried by nothing, where its carriers have brought it.
 */
export function inWorld(camera: ShotCamera, carriers: readonly Carrier[], frame: number): ShotCamera {
  const { carrier, aims } = camera;
  if (carrier === '' && aims === '') return camera;
  const brought = (id: string, at: ShotCamera['position']) => {
    const by = carriers.find((c) => c.id === id);
    return by ? outward(motionOf(carriers, by).at(frame), at) : at;
  };
  return {
    ...camera,
    position: brought(carrier, camera.position),
    target: brought(aims, camera.target),
    carrier: '',
    aims: '',
  };
}

/** The lens of a shot camera that is in the world; undefined where all is sharp. */
export function lensOf({
  angle,
  sensor,
  depth,
  aperture,
  sharp,
  focus,
  position,
  target,
}: ShotCamera): Lens | undefined {
  if (!depth) return undefined;
  const away = Math.sqrt(position.reduce((sum, n, i) => sum + (n - target[i]!) * (n - target[i]!), 0));
  return {
    focal: focalLength(angle, sensor),
    sensor,
    aperture,
    focus: Math.max(1e-3, sharp === 'target' ? away : focus),
  };
}
