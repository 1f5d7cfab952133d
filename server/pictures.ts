import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const PNG_SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

const isWebp = (bytes: Uint8Array): boolean => Buffer.from(bytes.subarray(8, 12)).toString('latin1') === 'WEBP';

/**
 * The pictures that are kept with a scene, as their columns are called: a frame of the shot, and the opening of the shot:
 * its first frames, one below the other.
 */
export const PICTURE_SORTS = ['picture', 'opening'] as const;
export type PictureSort = (typeof PICTURE_SORTS)[number];

/** Pictures of a scene; undefined where there is none. */
export type ScenePictures = { readonly [S in PictureSort]?: Uint8Array | undefined };

function read(path: string): Buffer | undefined {
  try {
    return readFileSync(path);
  } catch {
    // A page that was built without them: they are drawn at the first visit.
    return undefined;
  }
}

/** The pictures of an example that ship with the page. */
export const examplePictures = (webRoot: string, slug: string): ScenePictures => ({
  picture: read(join(webRoot, 'examples', `${slug}.webp`)),
  opening: read(join(webRoot, 'examples', `${slug}-opening.webp`)),
});

/** Whether the bytes begin as those of a PNG do. */
export const isPng = (bytes: Uint8Array): boolean => PNG_SIGNATURE.equals(bytes.subarray(0, PNG_SIGNATURE.length));

const isJpeg = (bytes: Uint8Array): boolean => bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff;

/** Whether the bytes begin as those of a PNG, a JPEG or a WebP do. */
export const isPicture = (bytes: Uint8Array): boolean => isWebp(bytes) || isPng(bytes) || isJpeg(bytes);

/** The media type of a kept picture. */
export const pictureType = (bytes: Uint8Array): string =>
  isWebp(bytes) ? 'image/webp' : isJpeg(bytes) ? 'image/jpeg' : 'image/png';
