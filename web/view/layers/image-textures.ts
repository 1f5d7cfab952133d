import { LinearFilter, LinearMipmapLinearFilter, SRGBColorSpace, Texture } from 'three';
import { create } from 'zustand';
import { plateAt } from '../../../core/document/camera/sequence';
import type { Scene } from '../../../core/document/scene';
import { api } from '../../state/api';

/** Images of scenes in colour, by content hash, for as long as the page is open. */
export const useImages = create<{ readonly images: ReadonlyMap<string, ImageBitmap> }>()(() => ({ images: new Map() }));

const asked = new Map<string, Promise<void>>();

async function load(hash: string): Promise<void> {
  const bytes = await api.keptBytes('image', hash);
  const image = await createImageBitmap(new Blob([bytes], { type: 'image/png' }), {
    premultiplyAlpha: 'none',
    colorSpaceConversion: 'none',
  });
  useImages.setState(({ images }) => ({ images: new Map(images).set(hash, image) }));
}

/** The images that are drawn in colour: those of looks, and what is behind the picture. */
function drawnImages({ emitters, output }: Scene): Set<string> {
  const looks = emitters.flatMap(({ look, addedLooks }) => [look, ...addedLooks].map(({ image }) => image));
  return new Set(
    [...looks, output.backdrop === 'image' ? output.backdropImage : ''].filter(
      (hash): hash is string => typeof hash === 'string' && hash !== '',
    ),
  );
}

/** Images of a sequence that are held at once. */
const HELD = 12;
let held: string[] = [];

/** Gives up images of a sequence that were shown longest ago. */
function hold(hash: string): void {
  held = [...held.filter((h) => h !== hash), hash];
  for (const old of held.splice(0, Math.max(0, held.length - HELD))) {
    asked.delete(old);
    textures.get(old)?.dispose();
    textures.delete(old);
    const images = new Map(useImages.getState().images);
    images.get(old)?.close();
    images.delete(old);
    useImages.setState({ images });
  }
}

/**
 * Loads the image of a sequence that is behind the picture on a frame of the shot. Throws a sentence where it can’t be
 * had.
 */
export async function loadPlate(scene: Scene, frame: number): Promise<void> {
  if (scene.output.backdrop !== 'image-sequence') return;
  const hash = plateAt(scene, frame);
  if (hash === '') return;
  const elsewhere = drawnImages(scene).has(hash);
  try {
    const loading = asked.get(hash) ?? load(hash);
    asked.set(hash, loading);
    await loading;
    if (!elsewhere) hold(hash);
  } catch {
    asked.delete(hash);
    const name = scene.imageSequence.find((plate) => plate.hash === hash)?.name ?? hash;
    throw new Error(
      `the image “${name}” behind frame ${frame} is missing or damaged; choose the backdrop images again`,
    );
  }
}

/** Loads the images that a scene draws in colour and that are not there yet. */
export async function loadImages(scene: Scene): Promise<void> {
  await Promise.allSettled(
    [...drawnImages(scene)].map((hash) => {
      const loading = asked.get(hash) ?? load(hash);
      asked.set(hash, loading);
      loading.catch(() => asked.delete(hash));
      return loading;
    }),
  );
}

const textures = new Map<string, Texture<ImageBitmap>>();

/** An image as a texture in linear light; undefined until it is loaded. */
export function imageTexture(hash: string): Texture<ImageBitmap> | undefined {
  const image = useImages.getState().images.get(hash);
  if (!image) return undefined;
  let texture = textures.get(hash);
  if (!texture) {
    texture = new Texture(image);
    texture.colorSpace = SRGBColorSpace;
    texture.flipY = false;
    texture.magFilter = LinearFilter;
    texture.minFilter = LinearMipmapLinearFilter;
    texture.generateMipmaps = true;
    texture.needsUpdate = true;
    textures.set(hash, texture);
  }
  return texture;
}
