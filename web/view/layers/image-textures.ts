import { LinearFilter, LinearMipmapLinearFilter, SRGBColorSpace, Texture } from 'three';
import { create } from 'zustand';
import { clockIn } from '../../../core/scene/scene-clock';
import { imageShown } from '../../../core/document/image-shown';
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

/** The images of looks. */
const ofLooks = ({ emitters }: Scene): string[] =>
  emitters
    .flatMap(({ look, addedLooks }) => [look, ...addedLooks].map(({ image }) => image))
    .filter((hash): hash is string => typeof hash === 'string' && hash !== '');

/** The images that are drawn in colour: those of looks, and what is behind the picture. */
function drawnImages(scene: Scene): Set<string> {
  const { backdrop, backdropImage } = scene.output;
  return new Set([...ofLooks(scene), ...(backdrop === 'image' && backdropImage !== '' ? [backdropImage] : [])]);
}

/** The images that are drawn on a frame of the shot and not on all: of a sequence behind the picture, and of series. */
function movingImages(scene: Scene, frame: number): { readonly hash: string; readonly called: string }[] {
  const { output, imageSequence, images } = scene;
  const plate = output.backdrop === 'image-sequence' ? plateAt(scene, frame) : '';
  const behind = imageSequence.find(({ hash }) => hash === plate)?.name ?? plate;
  const at = clockIn(scene).at(frame);
  const series = [...new Set(ofLooks(scene))].flatMap((first) => {
    const hash = imageShown(scene, first, at);
    const name = images.find((image) => image.hash === first)?.name ?? first;
    return hash === first
      ? []
      : [
          {
            hash,
            called: `a picture of the series “${name}” on frame ${frame} is missing or damaged; choose its files again`,
          },
        ];
  });
  return [
    ...(plate === ''
      ? []
      : [
          {
            hash: plate,
            called: `the image “${behind}” behind frame ${frame} is missing or damaged; choose the backdrop images again`,
          },
        ]),
    ...series,
  ];
}

/** Moving images that are held at once, beside those of the frame. */
const HELD = 12;
let held: string[] = [];

/** Gives up moving images that were shown longest ago. */
function hold(hashes: readonly string[]): void {
  held = [...held.filter((hash) => !hashes.includes(hash)), ...hashes];
  for (const old of held.splice(0, Math.max(0, held.length - HELD - hashes.length))) {
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
 * Loads the images that move and are drawn on a frame of the shot: behind the picture and in looks. Throws a sentence where
 * one can’t be had.
 */
export async function loadFrameImages(scene: Scene, frame: number): Promise<void> {
  const moving = movingImages(scene, frame);
  const always = drawnImages(scene);
  await Promise.all(
    moving.map(async ({ hash, called }) => {
      try {
        const loading = asked.get(hash) ?? load(hash);
        asked.set(hash, loading);
        await loading;
      } catch {
        asked.delete(hash);
        throw new Error(called);
      }
    }),
  );
  hold(moving.map(({ hash }) => hash).filter((hash) => !always.has(hash)));
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
