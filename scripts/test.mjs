// `npm test`: installs what it needs, Chromium included, then types, lint, unit tests, end to end.
import { existsSync, readFileSync, rmSync, writeFileSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { spawnSync } from 'node:child_process';
import { install } from './install.mjs';
import { root } from './run.mjs';

/**
 * Debian's packages that the tests drive: the browser, ffprobe to look at clips, and GNU parallel to share out a bake.
 */
const PROGRAMS = { '/usr/bin/chromium': 'chromium', '/usr/bin/ffprobe': 'ffmpeg', '/usr/bin/parallel': 'parallel' };

function step(name, command, args) {
  console.error(`\n== ${name}`);
  return spawnSync(command, args, { cwd: root, stdio: 'inherit' }).status === 0;
}

function installPrograms() {
  const missing = Object.entries(PROGRAMS).flatMap(([path, name]) => (existsSync(path) ? [] : [name]));
  if (missing.length === 0) return true;
  const apt = (...args) => step(`installing ${missing.join(', ')}`, 'apt-get', args);
  if (apt('-qq', 'update') && apt('install', '-y', '-qq', '--no-install-recommends', ...missing)) return true;
  console.error(`Install ${missing.join(' and ')} from Debian’s packages and try again.`);
  return false;
}

/** Counts of a runner from its JSON report; one failure where there is none. */
function counts(file, read) {
  try {
    return read(JSON.parse(readFileSync(join(root, 'test-results', file), 'utf8')));
  } catch {
    return { passed: 0, failed: 1 };
  }
}

const installed = install();
rmSync(join(root, 'test-results'), { recursive: true, force: true });
const npm = (script) => step(script, 'npm', ['run', '--silent', script]);
const fine = [installPrograms(), npm('types'), npm('lint')];
await installed;
const unitFine = npm('unit');
const unit = counts('unit.json', (r) => ({
  passed: r.numPassedTests,
  failed: r.numFailedTests + (r.success ? 0 : r.numFailedTests === 0 ? 1 : 0),
}));
const endFine = npm('e2e');
const end = counts('e2e.json', (r) => ({
  passed: r.stats.expected,
  failed: r.stats.unexpected + r.stats.flaky + r.errors.length,
}));
const failedSteps = fine.filter((ok) => !ok).length;
const total = {
  passed: unit.passed + end.passed + fine.length - failedSteps,
  failed: unit.failed + end.failed + failedSteps,
};
if ((!unitFine || !endFine) && total.failed === 0) total.failed = 1;
mkdirSync(join(root, 'test-results'), { recursive: true });
writeFileSync(join(root, 'test-results', 'total.json'), JSON.stringify(total));
console.error(
  `\nunit: ${unit.passed} passed, ${unit.failed} failed; end to end: ${end.passed} passed, ${end.failed} failed; types, lint, programs: ${failedSteps} failed`,
);
process.exit(total.failed > 0 ? 1 : 0);
