import { readMeshFile } from '../../../formats/mesh-import';
import type { MeshAnswer } from './mesh-answer';

const port = self as unknown as { postMessage(message: MeshAnswer, transfer: Transferable[]): void };

/** Reads one mesh file, off the page's main thread. */
self.onmessage = ({ data }: MessageEvent<{ bytes: ArrayBuffer; name: string }>) => {
  readMeshFile(new Uint8Array(data.bytes), data.name).then(
    (made) => port.postMessage({ ok: true, ...made }, [made.glb.buffer]),
    (error: unknown) => port.postMessage({ ok: false, message: error instanceof Error ? error.message : String(error) }, []),
  );
};
