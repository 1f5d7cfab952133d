import { create } from 'zustand';
import type { LevelImage } from '../../core/images/level-image';
import type { Scene } from '../../core/scene/document';
import { api } from '../api';

/** Decoded images by content hash, for as long as the page is open. */
export const useImages = create<{ readonly images: ReadonlyMap<string, LevelImage> }>()(() => ({ images: new Map() }));

let worker: Worker | undefined;
const asked = new Map<string, Promise<void>>();
const waiting = new Map<string, () => void>();

function decoder(): Worker {
  if (worker) return worker;
  worker = new Worker(new URL('./image-worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<{ hash: string; image: LevelImage }>) => {
    useImages.setState(({ images }) => ({ images: new Map(images).set(data.hash, data.image) }));
    waiting.get(data.hash)?.();
  };
  return worker;
}

async function load(hash: string): Promise<void> {
  const png = await api.imageBytes(hash);
  await new Promise<void>((resolve) => {
    waiting.set(hash, resolve);
    decoder().postMessage({ hash, png }, [png.buffer]);
  });
}

/** Loads and decodes the images of a scene that are not there yet; one that can't be had is told by its field's strip. */
export async function loadImages(scene: Scene): Promise<void> {
  await Promise.allSettled(
    scene.images.map(({ hash }) => {
      const loading = asked.get(hash) ?? load(hash);
      asked.set(hash, loading);
      loading.catch(() => asked.delete(hash));
      return loading;
    }),
  );
}
