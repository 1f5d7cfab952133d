import { create } from 'zustand';
import type { Asset, Assets } from '../../core/document/assets';
import type { Scene } from '../../core/document/scene';
import { assetFiles } from '../../formats/scene-file';
import { type KeptFile } from '../../formats/package';
import { api } from '../state/api';
import { startWorker } from '../state/start-worker';

/** Decoded images and meshes by content hash, for as long as the page is open. */
export const useAssets = create<{ readonly assets: Assets }>()(() => ({ assets: new Map() }));

let worker: Worker | undefined;
const asked = new Map<string, Promise<void>>();
const waiting = new Map<string, () => void>();

function decoder(): Worker {
  if (worker) return worker;
  worker = startWorker('assets');
  worker.onmessage = ({ data }: MessageEvent<{ hash: string; asset?: Asset }>) => {
    const { hash, asset } = data;
    if (asset) useAssets.setState(({ assets }) => ({ assets: new Map(assets).set(hash, asset) }));
    waiting.get(hash)?.();
  };
  return worker;
}

async function load(file: KeptFile): Promise<void> {
  const bytes = await api.keptBytes(file.sort, file.hash);
  await new Promise<void>((resolve) => {
    waiting.set(file.hash, resolve);
    decoder().postMessage({ file, bytes }, [bytes.buffer]);
  });
}

/** Loads and decodes what a scene keeps and is not there yet; one that can't be had is told where it is used. */
export async function loadAssets(scene: Scene): Promise<void> {
  await Promise.allSettled(
    assetFiles(scene).map((file) => {
      const loading = asked.get(file.hash) ?? load(file);
      asked.set(file.hash, loading);
      loading.catch(() => asked.delete(file.hash));
      return loading;
    }),
  );
}
