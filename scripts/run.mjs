import { spawnSync } from 'node:child_process';
import { dirname } from 'node:path';

/** The root of the checkout. */
export const root = dirname(import.meta.dirname);

/** Runs a command with its output on standard error; ends this program where it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: ['ignore', 2, 2], ...options });
  if (error) console.error(`${command} could not be run: ${error.message}`);
  if (status !== 0) process.exit(status ?? 1);
}
