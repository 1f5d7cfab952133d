// `npm start`: installs and builds where needed, then starts the server in this terminal.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build } from './build.mjs';
import { install } from './install.mjs';
import { root } from './run.mjs';

const installed = install();
build();
await installed;
const server = spawn(process.execPath, [join(root, 'dist', 'node', 'server.js'), ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, NODE_ENV: 'production' },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
