import { readFileSync, statSync } from 'node:fs';
import { examples, findExample } from '../core/examples';
import type { Assets } from '../core/document/assets';
import type { Scene } from '../core/document/scene';
import { emptyFields } from '../core/measure/empty-fields';
import { decodedAssets, readSceneFile } from '../formats/scene-file';
import { FILE_LIMITS } from '../formats/package';
import { UsageError } from './arguments';
import { STANDARD } from './write-out';
import { codeOf } from '../core/lib/errors';

/**
 * The scene of a file or of an example's name, with its assets; fields that can’t do anything are told of on standard error; `bytes` are those of the file, where they have been
 * read.
 */
export async function openScene(name: string, bytes?: Uint8Array): Promise<{ scene: Scene; assets: Assets }> {
  const example = findExample(name);
  if (example) return { scene: example.scene, assets: new Map() };
  const { scene, files } = await readSceneFile(bytes ?? readBytes(name));
  const assets = decodedAssets(scene, files);
  for (const words of emptyFields(scene, assets)) console.error(`${name}: ${words}`);
  return { scene, assets };
}

/** The bytes of a scene file, `-` of standard input. Throws {@link UsageError} where it can't be read. */
export function readBytes(path: string): Uint8Array {
  try {
    if (path === STANDARD) return readFileSync(0);
    const stat = statSync(path);
    if (!stat.isFile()) throw new UsageError(`“${path}” is not a file`);
    if (stat.size > FILE_LIMITS.bytes)
      throw new UsageError(`“${path}” has ${stat.size} bytes. The limit is ${FILE_LIMITS.bytes}`);
    return readFileSync(path);
  } catch (error) {
    if (error instanceof UsageError) throw error;
    const code = codeOf(error);
    if (code === 'ENOENT')
      throw new UsageError(
        `“${path}” is neither a scene file nor an example; the examples are ${examples.map((e) => e.slug).join(', ')}`,
      );
    throw new UsageError(`“${path}” can’t be read (${code ?? String(error)})`);
  }
}
