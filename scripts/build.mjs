// Builds the page and the programs for Node.js where their sources are newer than the last build.
import { existsSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './run.mjs';

const stamp = join(root, 'dist', '.built');
const sources = ['core', 'kernel', 'engine', 'formats', 'server', 'web', 'cli', 'bench', 'vite.config.ts', 'package-lock.json'];

function newest(path) {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat) return 0;
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

export function build() {
  const made = existsSync(stamp) ? statSync(stamp).mtimeMs : 0;
  if (sources.every((source) => newest(join(root, source)) <= made)) return;
  console.error('Building (some seconds) …');
  rmSync(join(root, 'dist'), { recursive: true, force: true });
  const vite = join(root, 'node_modules', 'vite', 'bin', 'vite.js');
  const env = { ...process.env, NODE_ENV: 'production' };
  run(process.execPath, [vite, 'build', '--logLevel', 'warn'], { env });
  run(process.execPath, [vite, 'build', '--ssr', '--logLevel', 'warn'], { env });
  writeFileSync(stamp, '');
}

if (process.argv[1] === import.meta.filename) build();
