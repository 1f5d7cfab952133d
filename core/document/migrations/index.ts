import { isRecord } from '../check-values';
import { SCENE_VERSION } from '../scene';
import { toVersion2 } from './to-2';
import { toVersion3 } from './to-3';
import { toVersion4 } from './to-4';
import { toVersion5 } from './to-5';

/** Takes a document of version n to n + 1, at index n − 1. */
const STEPS: readonly ((document: Record<string, unknown>) => Record<string, unknown>)[] = [
  toVersion2,
  toVersion3,
  toVersion4,
  toVersion5,
];

/** A document of an older version brought to the present one; anything else is given back as it is, to be checked. */
export function migrated(document: unknown): unknown {
  let now = document;
  while (
    isRecord(now) &&
    Number.isInteger(now['version']) &&
    (now['version'] as number) >= 1 &&
    (now['version'] as number) < SCENE_VERSION
  )
    now = STEPS[(now['version'] as number) - 1]!(now);
  return now;
}
