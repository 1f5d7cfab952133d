import { migrated } from '../../core/document/migrations';
import { SCENE_VERSION } from '../../core/document/scene';

/** Keeps copied parts of a scene in the page’s own store, with the version of documents that they are written in. */
export function keepCopied(name: string, parts: object): void {
  localStorage.setItem(name, JSON.stringify({ ...parts, version: SCENE_VERSION }));
}

/** Whether something was copied under that name. */
export const hasCopied = (name: string): boolean => localStorage.getItem(name) !== null;

/**
 * Copied parts of a scene, brought to the present version of documents. Throws a sentence where they can’t be read;
 * `what` names them.
 */
export function readCopied(name: string, what: string): unknown {
  try {
    const parts = JSON.parse(localStorage.getItem(name) ?? '') as object;
    // Version 2 did not note its number.
    return migrated({ version: 2, ...parts });
  } catch {
    throw new Error(`The copied ${what} can’t be read. Copy it again.`);
  }
}
