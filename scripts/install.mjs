// Installs the packages of the lock file where that has not been done yet.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './run.mjs';

export function install() {
  const lock = readFileSync(join(root, 'package-lock.json'), 'utf8');
  const stamp = join(root, 'node_modules', '.bathyclast-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.error('Installing packages; the database is compiled, which takes two or three minutes …');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel', 'error']);
  writeFileSync(stamp, lock);
}
