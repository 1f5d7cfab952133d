// `npm run check`: types, lint, and the unit tests that an edit can break, but for slow ones: quick enough to be run
// after every edit.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root } from './run.mjs';

const since = process.argv[2] ?? 'HEAD';
const begin = performance.now();
const step = (name, command, args) => {
  const started = performance.now();
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit' });
  console.error(
    `${name}: ${status === 0 ? 'fine' : 'failed'} after ${((performance.now() - started) / 1000).toFixed(0)} s`,
  );
  return status === 0;
};
const npm = (script) => step(script, 'npm', ['run', '--silent', script]);
const vitest = join(root, 'node_modules', '.bin', 'vitest');
const unit = ['run', '--changed', since, '--exclude', '**/*.slow.test.ts', '--passWithNoTests', '--reporter', 'dot'];
const fine = [npm('types'), npm('lint'), step('unit', vitest, unit)].every(Boolean);
console.error(`${fine ? 'All is fine' : 'Something failed'}: ${((performance.now() - begin) / 1000).toFixed(0)} s.`);
process.exit(fine ? 0 : 1);
