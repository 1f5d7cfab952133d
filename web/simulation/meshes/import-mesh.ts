import type { MeshImport } from '../../../formats/mesh-import';
import { startWorker } from '../../state/start-worker';
import type { MeshAnswer } from './mesh-answer';

/** Reads OBJ, PLY, STL, glTF or GLB in a thread of its own. Throws a sentence where the file can't be taken. */
export async function importMesh(file: File): Promise<MeshImport> {
  const { MESH_FILE_LIMIT, tooLarge } = await import('../../../formats/mesh-import');
  if (file.size > MESH_FILE_LIMIT) throw new Error(tooLarge(file.name, file.size));
  const bytes = await file.arrayBuffer();
  const worker = startWorker('mesh');
  try {
    const answer = await new Promise<MeshAnswer>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<MeshAnswer>) => resolve(data);
      worker.onerror = (event) =>
        reject(new Error(`“${file.name}” can’t be read: ${event.message || 'the reader stopped'}.`));
      worker.postMessage({ bytes, name: file.name }, [bytes]);
    });
    if (!answer.ok) throw new Error(answer.message);
    return answer;
  } finally {
    worker.terminate();
  }
}
