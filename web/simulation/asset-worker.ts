import { decodedAsset, type KeptFile } from '../../formats/scene-file';

/** Decodes kept files, off the page's main thread. One that can't be decoded is answered without an asset. */
self.onmessage = ({ data: { file, bytes } }: MessageEvent<{ file: KeptFile; bytes: Uint8Array }>) => {
  const post = self as unknown as { postMessage(message: unknown): void };
  try {
    post.postMessage({ hash: file.hash, asset: decodedAsset(file.sort, bytes, file.name) });
  } catch {
    post.postMessage({ hash: file.hash });
  }
};
