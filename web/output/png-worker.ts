import { encode } from 'fast-png';

/** Encodes pictures as PNG, off the page's main thread. */
self.onmessage = ({ data }: MessageEvent<{ number: number; width: number; height: number; channels: 3 | 4; pixels: Uint8Array }>) => {
  const { number, width, height, channels, pixels } = data;
  const png = encode({ width, height, data: pixels, channels, depth: 8 });
  (self as unknown as { postMessage(message: unknown, transfer: Transferable[]): void }).postMessage({ number, png }, [
    png.buffer as ArrayBuffer,
  ]);
};
