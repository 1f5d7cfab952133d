import { join } from 'node:path';
import { examples } from '../core/examples';
import { sceneText } from '../formats/scene-file';
import { makeFolder } from '../engine/make-folder';
import { UsageError } from './arguments';
import { writeOut } from './write-out';
import { codeOf } from '../core/lib/errors';

/** `bathyclast examples [--write DIR]`. */
export function listExamples(write: string | undefined): void {
  for (const { slug, scene } of examples) {
    if (write === undefined)
      console.log(
        `${slug}\t${scene.name}: frames ${scene.time.first} to ${scene.time.last}, ${scene.fields.length} fields`,
      );
    else {
      try {
        makeFolder(write);
      } catch (error) {
        throw new UsageError(`“${write}” can’t be written to (${codeOf(error) || String(error)})`);
      }
      const path = join(write, `${slug}.json`);
      writeOut(path, sceneText(scene));
      console.log(path);
    }
  }
}
