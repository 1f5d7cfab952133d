// Builds the page and the programs for Node.js, each where its sources are newer than the last build.
import { existsSync, mkdirSync, readdirSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './run.mjs';

const SHARED = ['core', 'kernel', 'engine', 'formats', 'vite.config.ts', 'package-lock.json'];

/** The page and the programs: what each is made from, and how Vite is called for it. */
const TARGETS = {
  page: { folder: 'web', sources: [...SHARED, 'web'], options: [] },
  programs: { folder: 'node', sources: [...SHARED, 'server', 'cli', 'bench'], options: ['--ssr'] },
};

/** When the newest file that is no test was written, or anything was added to a folder or taken away. */
function newest(path) {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat || /\.test\.tsx?$/.test(path)) return 0;
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

function make({ folder, sources, options }) {
  const stamp = join(root, 'dist', `.${folder}-built`);
  const made = existsSync(stamp) ? statSync(stamp).mtimeMs : 0;
  if (sources.every((source) => newest(join(root, source)) <= made)) return;
  console.error(`Building ${folder === 'web' ? 'the page' : 'the programs'} (some seconds) …`);
  const begun = new Date();
  rmSync(join(root, 'dist', folder), { recursive: true, force: true });
  const vite = join(root, 'node_modules', 'vite', 'bin', 'vite.js');
  run(process.execPath, [vite, 'build', ...options, '--logLevel', 'warn'], {
    env: { ...process.env, NODE_ENV: 'production' },
  });
  mkdirSync(join(root, 'dist'), { recursive: true });
  writeFileSync(stamp, '');
  // Edits that came while it was built are newer.
  utimesSync(stamp, begun, begun);
}

/** Builds the page and the programs where they are out of date. */
export function build() {
  make(TARGETS.page);
  make(TARGETS.programs);
}

if (process.argv[1] === import.meta.filename) build();
