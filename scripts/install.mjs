// Installs the packages of the lock file where that has not been done yet, and compiles the database.
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './run.mjs';

/** Seconds between two lines of progress while the database is compiled. */
const PAUSE = 20;

/** Compiles the database in a process of its own; ends this program where that fails. */
function compileDatabase() {
  const begun = performance.now();
  const seconds = () => Math.round((performance.now() - begun) / 1000);
  console.error('Compiling the database, which takes two or three minutes …');
  const beat = setInterval(() => console.error(`… the database is still being compiled: ${seconds()} s`), PAUSE * 1000);
  return new Promise((resolve) => {
    const child = spawn('npm', ['rebuild', 'better-sqlite3', '--loglevel', 'error'], {
      cwd: root,
      stdio: ['ignore', 'ignore', 2],
    });
    child.on('error', (error) => console.error(`npm could not be run: ${error.message}`));
    child.on('close', (status) => {
      clearInterval(beat);
      if (status !== 0) process.exit(status ?? 1);
      console.error(`The database is compiled: ${seconds()} s.`);
      resolve();
    });
  });
}

/** Has the packages ready when it returns; the database is compiled when its promise is fulfilled. */
export async function install() {
  const lock = readFileSync(join(root, 'package-lock.json'), 'utf8');
  const stamp = join(root, 'node_modules', '.bathyclast-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.error('Installing packages …');
  run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel', 'error']);
  await compileDatabase();
  writeFileSync(stamp, lock);
}
