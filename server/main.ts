import { once } from 'node:events';
import { existsSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import pino from 'pino';
import { createApp } from './app';
import type { Db } from './data-file';
import { DataFolderError, openDatabase } from './database';
import { removeUnusedFiles, unusedFiles } from './unused-files';
import { messageOf } from '../core/lib/errors';

const HELP = `Starts Bathyclast and prints its address.

  npm start                      on port 4173, with the data folder ./data
  npm start -- --port 8080       on another port (0: any free one)
  npm start -- --data DIR        with another data folder; it is made if need be
  npm start -- --unused          lists kept files that nobody refers to any more, and ends; the
                                 server takes them away by itself, a week after they fell out of use
  npm start -- --help            this text
`;

/** Ends the program with one sentence. */
function refuse(sentence: string): never {
  console.error(sentence);
  process.exit(2);
}

function options(): { port: number; data: string; bake: string | undefined; unused: boolean; temporary: boolean } {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string', default: '4173' },
        data: { type: 'string', default: 'data' },
        // What the program at the terminal renders from.
        bake: { type: 'string' },
        unused: { type: 'boolean', default: false },
        // Ends with the program that started it, and takes its data folder away.
        temporary: { type: 'boolean', default: false },
        help: { type: 'boolean', short: 'h' },
      },
    });
    if (values.help) {
      console.log(HELP);
      process.exit(0);
    }
    const port = Number(values.port);
    if (values.port.trim() === '' || !Number.isInteger(port) || port < 0 || port > 65535)
      refuse(`--port is “${values.port}”. Use a whole number from 0 to 65535.`);
    return { port, data: resolve(values.data), bake: values.bake, unused: values.unused, temporary: values.temporary };
  } catch (error) {
    refuse(`${messageOf(error).split('\n')[0]} See npm start -- --help.`);
  }
}

const { port, data, bake, unused, temporary } = options();
const bakesFolder = join(data, 'bakes');
const webRoot = join(dirname(fileURLToPath(import.meta.url)), '..', 'web');
if (!existsSync(join(webRoot, 'index.html'))) refuse('The page is not built; start with npm start.');

const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' }, pino.destination(2));
// Everything the program writes is for the account that runs it alone.
process.umask(0o077);
const notices: string[] = [];
let db: Db;
try {
  db = openDatabase(data, (sentence) => {
    notices.push(sentence);
    console.error(sentence);
  });
} catch (error) {
  if (error instanceof DataFolderError) refuse(error.message);
  throw error;
}

if (unused) {
  const files = unusedFiles(db, bakesFolder);
  for (const { sort, name, bytes } of files) console.log(`${sort}  ${name}  ${bytes} bytes`);
  console.log(`${files.length} unused, ${files.reduce((sum, { bytes }) => sum + bytes, 0)} bytes`);
  db.close();
  process.exit(0);
}

/** Takes unused files away; a failure is logged and stops nobody. */
function tidy(): void {
  try {
    const files = removeUnusedFiles(db, bakesFolder);
    if (files.length > 0) log.info({ files: files.length }, 'unused files removed');
  } catch (error) {
    log.error({ err: error }, 'unused files could not be removed');
  }
}
tidy();
setInterval(tidy, 86_400_000).unref();

const server = createServer(createApp({ db, webRoot, log, bakesFolder, lentBake: bake, notices }));
server.on('error', (error: NodeJS.ErrnoException) => {
  db.close();
  if (error.code === 'EADDRINUSE') refuse(`Port ${port} is in use by another program. Choose another with --port N.`);
  if (error.code === 'EACCES') refuse(`Port ${port} may not be used by this account. Choose another with --port N.`);
  refuse(`The server can’t listen on port ${port} (${error.code ?? error.message}).`);
});
server.listen(port, '127.0.0.1');
await once(server, 'listening');
const address = server.address();
console.log(
  `Bathyclast is at http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}/ (data in ${data})`,
);

function end(): void {
  server.close();
  server.closeAllConnections();
  db!.close();
  if (temporary) rmSync(data, { recursive: true, force: true });
  process.exit(0);
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, end);
if (temporary) process.stdin.once('end', end).resume();
