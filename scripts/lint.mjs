// Lint: oxlint with types, formatting, and the house's own rules between layers.
import { join } from 'node:path';
import { breaches } from './layers.mjs';
import { root, run } from './run.mjs';

const bin = (name) => join(root, 'node_modules', '.bin', name);
// kernel/assembly is AssemblyScript, whose own compiler checks it.
const folders = ['core', 'kernel', 'engine', 'formats', 'server', 'web', 'cli', 'bench', 'e2e', 'scripts'];
run(bin('oxlint'), ['--type-aware', '--deny-warnings', '--ignore-pattern', 'kernel/assembly/**', ...folders]);
run(bin('prettier'), ['--check', '--log-level', 'warn', '.']);
const found = breaches();
for (const line of found) console.error(line);
process.exit(found.length > 0 ? 1 : 0);
