import { existsSync, mkdirSync } from 'node:fs';
import { dirname, resolve } from 'node:path';

/**
 * Makes a folder and those above it; one by one, since Node.js never comes back from a recursive mkdir below /proc.
 * Throws what the file system throws.
 */
export function makeFolder(folder: string): void {
  const path = resolve(folder);
  if (existsSync(path)) return;
  makeFolder(dirname(path));
  mkdirSync(path);
}
