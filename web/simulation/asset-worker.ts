import { workerScope } from '../../engine/worker-scope';
import { decodedAsset, type KeptFile } from '../../formats/package';

const port = workerScope<{ file: KeptFile; bytes: Uint8Array }, unknown>();

/** Decodes kept files, off the page's main thread. One that can't be decoded is answered without an asset. */
port.onmessage = ({ data: { file, bytes } }) => {
  try {
    port.postMessage({ hash: file.hash, asset: decodedAsset(file.sort, bytes, file.name) });
  } catch {
    port.postMessage({ hash: file.hash });
  }
};
