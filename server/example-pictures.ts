import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The picture of an example that ships with the page; undefined where there is none. */
export function examplePicture(webRoot: string, slug: string): Buffer | undefined {
  try {
    return readFileSync(join(webRoot, 'examples', `${slug}.webp`));
  } catch {
    // A page that was built without them: they are drawn at the first visit.
    return undefined;
  }
}

/** The media type of a kept picture: those that ship are WebP, those that a page draws PNG. */
export const pictureType = (bytes: Buffer): string =>
  bytes.subarray(8, 12).toString('latin1') === 'WEBP' ? 'image/webp' : 'image/png';
