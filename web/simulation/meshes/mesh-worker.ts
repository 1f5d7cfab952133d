import { workerScope } from '../../../engine/worker-scope';
import { readMeshFile } from '../../../formats/mesh-import';
import type { MeshAnswer } from './mesh-answer';
import { messageOf } from '../../../core/lib/errors';

const port = workerScope<{ bytes: ArrayBuffer; name: string }, MeshAnswer>();

/** Reads one mesh file, off the page's main thread. */
port.onmessage = ({ data }) => {
  readMeshFile(new Uint8Array(data.bytes), data.name).then(
    (made) => port.postMessage({ ok: true, ...made }, [made.glb.buffer]),
    (error: unknown) => port.postMessage({ ok: false, message: messageOf(error) }, []),
  );
};
