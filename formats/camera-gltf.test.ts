import { PerspectiveCamera, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { findExample } from '../core/examples';
import { completeScene } from '../core/scene/read';
import { cameraGlb, readCameraGltf } from './camera-gltf';

const bytesOf = (content: string | Uint8Array<ArrayBuffer>) =>
  (typeof content === 'string' ? new TextEncoder().encode(content) : content).buffer;
const scene = completeScene({
  name: 'Flight',
  time: { first: 10, last: 34, fps: 24 },
  camera: {
    angle: 40,
    position: [0, 1, 6],
    target: [0, 1, 0],
    keys: {
      position: [
        { frame: 10, value: [0, 1, 6], ease: 'linear' },
        { frame: 34, value: [6, 1, 0], ease: 'linear' },
      ],
    },
  },
});

describe('the shot camera as glTF', () => {
  it('is read by three.js as the camera that it is: what it sees, where it stands, where it looks', async () => {
    const read = await readCameraGltf(bytesOf(cameraGlb(scene, [])), 'flight.glb', scene.time, 6);
    expect(read.sees).toEqual({ projection: 'perspective', angle: 40 });
    expect(read.position).toHaveLength(25);
    const at = (keys: typeof read.position, frame: number) => keys.find((key) => key.frame === frame)!.value;
    [0, 1, 2].forEach((k) => {
      expect(at(read.position, 10)[k]).toBeCloseTo([0, 1, 6][k]!, 4);
      expect(at(read.position, 22)[k]).toBeCloseTo([3, 1, 3][k]!, 4);
      expect(at(read.position, 34)[k]).toBeCloseTo([6, 1, 0][k]!, 4);
    });
    // At its first frame the target lies six metres before it, on the thing it looks at.
    [0, 1, 2].forEach((k) => expect(at(read.target, 10)[k]).toBeCloseTo([0, 1, 0][k]!, 4));
    // In between it looks the same way as one that is pointed there.
    const camera = new PerspectiveCamera();
    camera.position.set(3, 1, 3);
    camera.lookAt(new Vector3(0, 1, 0));
    const sight = camera.getWorldDirection(new Vector3()).multiplyScalar(6).add(camera.position).toArray();
    sight.forEach((n, k) => expect(at(read.target, 22)[k]).toBeCloseTo(n, 3));
  });

  it('keeps a flat camera flat, and the whole run of an example’s camera that is carried', async () => {
    const flat = { ...scene, camera: { ...scene.camera, projection: 'flat' as const, height: 3 } };
    expect((await readCameraGltf(bytesOf(cameraGlb(flat, [])), 'flat.glb', scene.time, 6)).sees).toEqual({
      projection: 'flat',
      height: 3,
    });
    const cable = findExample('cable-run')!.scene;
    const read = await readCameraGltf(bytesOf(cameraGlb(cable, cable.carriers)), 'cable.glb', cable.time, 1);
    expect(read.position).toHaveLength(cable.time.last - cable.time.first + 1);
  });

  it('is refused in a sentence where a file is no glTF, or has no camera', async () => {
    await expect(readCameraGltf(bytesOf('{"asset":{"version":"2.0"}}'), 'empty.gltf', scene.time, 1)).rejects.toThrow(
      '“empty.gltf” has no camera. Choose a glTF file (.gltf, .glb) with one.',
    );
    await expect(readCameraGltf(bytesOf('solid ball'), 'ball.gltf', scene.time, 1)).rejects.toThrow(
      /^“ball\.gltf” can’t be read as glTF/,
    );
  });
});
