import { apng } from './apng';
import { exr } from './exr';
import type { RenderFormat } from './format';
import { gif } from './gif';
import { mp4 } from './mp4';
import { png } from './png';
import { webm } from './webm';

/** Every way to write a render, as the Output screen lists them. */
export const renderFormats: readonly RenderFormat[] = [png, exr, mp4, webm, gif, apng];

/** The format of that name. Throws where there is none. */
export function formatOf(name: string): RenderFormat {
  const found = renderFormats.find((format) => format.name === name);
  if (!found)
    throw new Error(
      `There is no format “${name}”. Use one of ${renderFormats.map((format) => format.name).join(', ')}.`,
    );
  return found;
}
