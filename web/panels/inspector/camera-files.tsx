import { acceptOf, readable } from '../../../formats/readable';
import { pageBackend } from '../../simulation/page-backend';
import { useRef, useState } from 'react';
import { automated } from '../../../core/scene/automated';
import { movedCarriers } from '../../../core/sim/step/precomputed-paths';
import { cameraGlb, readCameraGltf } from '../../../formats/camera-gltf';
import { fileStem, saveFile } from '../../widgets/save-file';
import { useAssets } from '../../simulation/scene-assets';
import { editScene, openedScene } from '../../state/scene-store';

function save(): void {
  const scene = openedScene();
  const { carrier, aims } = scene.camera;
  const moved = automated(scene);
  const carriers =
    carrier === '' && aims === '' ? moved.carriers : movedCarriers(moved, useAssets.getState().assets, pageBackend);
  saveFile(cameraGlb(scene, carriers), `${fileStem(scene.name)}-camera.glb`, 'model/gltf-binary');
}

/** Reads a camera and takes it as the shot camera, keyed where it moves; one step of undo. */
async function read(file: File): Promise<void> {
  const { time, camera } = openedScene();
  const away = Math.max(0.1, Math.hypot(...camera.position.map((n, i) => n - camera.target[i]!)));
  const { sees, position, target } = await readCameraGltf(await file.arrayBuffer(), file.name, time, away);
  editScene((scene) => {
    const { keys, automations } = scene.camera;
    Object.assign(scene.camera, sees, {
      position: [...position[0]!.value],
      target: [...target[0]!.value],
      carrier: '',
      aims: '',
    });
    for (const path of Object.keys(automations)) if (/^(position|target)(\.|$)/.test(path)) delete automations[path];
    delete keys['position'];
    delete keys['target'];
    if (position.length > 1) Object.assign(keys, { position, target });
  });
}

/** The shot camera to and from other programs. */
export function CameraFiles() {
  const input = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState<string>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setRefused(undefined);
    await read(file).catch((error: Error) => setRefused(error.message));
    input.current!.value = '';
  };
  return (
    <>
      <div className="mt-2 flex gap-2">
        <button
          className="line-button"
          title="Saves position, rotation and angle of view on every frame of the shot"
          onClick={save}
        >
          Save as glTF
        </button>
        <button
          className="line-button"
          title="Reads the first camera of a .gltf or .glb file, with its animation"
          onClick={() => input.current!.click()}
        >
          Read from glTF
        </button>
      </div>
      <input
        ref={input}
        type="file"
        hidden
        accept={acceptOf(readable.camera)}
        aria-label="A glTF file with a camera"
        onChange={(event) => void take(event.currentTarget.files?.[0])}
      />
      {refused && (
        <p role="alert" className="py-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </>
  );
}
