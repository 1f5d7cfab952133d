import { levelsOfPng } from '../../formats/image';

/** Decodes kept PNGs to levels, off the page's main thread. */
self.onmessage = ({ data }: MessageEvent<{ hash: string; png: Uint8Array }>) => {
  const image = levelsOfPng(data.png, data.hash);
  (self as unknown as { postMessage(message: unknown, transfer: Transferable[]): void }).postMessage({ hash: data.hash, image }, [
    image.levels.buffer as ArrayBuffer,
  ]);
};
